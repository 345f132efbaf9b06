import { readFileSync } from "node:fs";
import { join } from "node:path";
import fc from "fast-check";
import {
  changedContact,
  checkContact,
  completeContact,
  type ContactFacts,
  type ContactInput,
  FACT_FIELDS,
  type FactField,
  type FactKey,
  isoTime,
} from "../contact";
import {
  ADX_FOOTER,
  adifReader,
  type AdifRecord,
  adiHeader,
  adiRecord,
  adxHeader,
  adxRecord,
  bytesOf,
  contactFromAdif,
} from ".";

const NOW = Date.UTC(2026, 10, 23) / 1000;
const BASE = "<CALL:6>OY4QSA<QSO_DATE:8>20261120<TIME_ON:4>2140<BAND:3>15m<MODE:2>CW";

/** Reads a text given as bytes, in pieces of a size. */
function read(text: string | Uint8Array, piece = 1 << 16) {
  const bytes = typeof text === "string" ? new TextEncoder().encode(text) : text;
  const reader = adifReader();
  const records: AdifRecord[] = [];
  for (let start = 0; start < bytes.length; start += piece)
    records.push(...reader.push(bytes.slice(start, start + piece)));
  records.push(...reader.finish());
  return { records, header: reader.header, problem: reader.problem };
}

function contactOf(text: string | Uint8Array): { contact: ContactInput; notes: string[] } {
  const { records, header } = read(text);
  const understood = contactFromAdif(records[0]!, header);
  if (!understood.ok) throw new Error(understood.reason);
  return {
    contact: understood.contact,
    notes: understood.notes.map((note) => `${note.line} ${note.field}: ${note.text}`),
  };
}

const latin1 = (text: string) => Uint8Array.from(text, (character) => character.charCodeAt(0));

interface Awkward {
  readonly file: string;
  readonly what: string;
  /** What the first record is understood as, and what is said of it: "" for nothing. */
  readonly contact?: Partial<ContactInput>;
  readonly said?: string;
  /** Why the last record is refused. */
  readonly refused?: string;
  /** Why the file is no log, or not a whole one. */
  readonly problem?: string;
}

const CORPUS = join(__dirname, "corpus");
const awkward = JSON.parse(readFileSync(join(CORPUS, "expected.json"), "utf8")) as Awkward[];

test.each(awkward.map((one) => [one.what, one] as const))(
  "awkward: %s",
  (_, { file, contact, said, refused, problem }) => {
    const bytes = new Uint8Array(readFileSync(join(CORPUS, file)));
    for (const piece of [1 << 16, 7]) {
      const whole = read(bytes, piece);
      if (problem !== undefined) expect(whole.problem).toContain(problem);
      else expect(whole.problem).toBeNull();
      if (refused !== undefined) {
        expect(contactFromAdif(whole.records.at(-1)!, whole.header)).toMatchObject({
          ok: false,
          reason: expect.stringContaining(refused) as string,
        });
      }
      if (contact !== undefined) {
        const understood = contactFromAdif(whole.records[0]!, whole.header);
        expect(understood).toMatchObject({ ok: true, contact });
        const notes = understood.notes.map((note) => `${note.line} ${note.field}: ${note.text}`).join("; ");
        if (said === "") expect(notes).toBe("");
        else expect(notes).toContain(said);
      }
    }
  },
);

test("lines are counted, for records and for fields", () => {
  const { records, header } = read(
    `header\n<EOH>\n\n${BASE}<EOR>\n<CALL:6>LU3QSC\n<QSO_DATE:8>20261120\n<TIME_ON:4>2140\n<FREQ:5>99.99\n<BAND:3>15m<MODE:2>CW<EOR>`,
  );
  expect(records.map((record) => record.line)).toEqual([4, 5]);
  const understood = contactFromAdif(records[1]!, header);
  expect(understood.notes).toEqual([
    { line: 8, field: "FREQ", text: expect.stringContaining("no amateur band") as string },
  ]);
});

test("a record can be given back as it came", () => {
  const text = `${BASE}<NAME:5>Jos\u00e9 <EOR>`;
  const { records } = read(latin1(text));
  expect(bytesOf(records[0]!.raw)).toEqual(latin1(text));
});

test("unknown, user-defined and application-defined fields survive in value and type", () => {
  const file = `x<USERDEF1:5:S>LIGHT<EOH>${BASE}<LIGHT:10>Cabo Farol<APP_OTHER_X:3:N>1.5<RIG:4>home<DISTANCE:5>11516<EOR>`;
  const { contact } = contactOf(file);
  expect(contact.extra).toEqual([
    { name: "LIGHT", value: "Cabo Farol", userDefined: true },
    { name: "APP_OTHER_X", value: "1.5", type: "N" },
    { name: "RIG", value: "home" },
    { name: "DISTANCE", value: "11516" },
  ]);
  const checked = checkContact(contact, NOW);
  if (!checked.ok) throw new Error();
  expect(adiRecord(checked.value)).toContain("<APP_OTHER_X:3:N>1.5 ");
});

test("what is written has right lengths, and ASCII with its twin", () => {
  const checked = checkContact({ ...GOOD, name: "Žofie Ærø", place: "São Tomé" }, NOW);
  if (!checked.ok) throw new Error();
  const record = adiRecord(checked.value);
  expect(record).toContain("<NAME:10>Zofie Aero <NAME_INTL:12>Žofie Ærø ");
  expect(record).toContain("<QTH:8>Sao Tome <QTH_INTL:10>São Tomé ");
  expect(adiHeader({ name: "Ypsiloid", version: "1" }, [{ name: "LIGHT" }], NOW)).toContain(
    "<CREATED_TIMESTAMP:15>20261123 000000 ",
  );
});

const GOOD = { call: "OY4QSA", startedAt: "2026-11-20T21:40:00Z", band: "15m", mode: "CW" };

const shortText = fc
  .string({ unit: "grapheme", minLength: 1, maxLength: 30 })
  .map((text) => text.replace(/\p{C}|\s+/gu, " ").trim())
  .filter((text) => text !== "");
const day = fc
  .date({ min: new Date(Date.UTC(1990, 0)), max: new Date(Date.UTC(2026, 0)), noInvalidDate: true })
  .map((date) => date.toISOString().slice(0, 10));
const option = <Value>(arbitrary: fc.Arbitrary<Value>) => fc.option(arbitrary, { nil: null });
/** Facts that depend on one another, or take few values. */
const CHOSEN: Readonly<Record<string, fc.Arbitrary<unknown>>> = {
  call: fc.constantFrom("OY4QSA", "EA8/CX3QUA/P", "LU3QSC/MM", "LZ1876QRA"),
  startedAt: fc.integer({ min: 0, max: NOW - 3600 }).map(isoTime),
  endedAt: fc.constant(null),
  band: fc.constantFrom("15m"),
  frequencyHz: option(fc.integer({ min: 21_000_000, max: 21_450_000 })),
  bandReceived: option(fc.constantFrom("70cm")),
  frequencyReceivedHz: fc.constant(null),
  mode: fc.constantFrom("CW", "SSB", "RTTY", "WHISTLING"),
  submode: fc.constant(null),
  grid: option(fc.constantFrom("GF35", "GF35co", "GF35co12", "GF35co12ab")),
  ownGrid: option(fc.constantFrom("GF35co", "GF35co12ab")),
  continent: option(fc.constantFrom("SA", "EU")),
  ownCall: option(fc.constantFrom("CX3QUA", "LU/CX3QUA")),
  propagation: option(fc.constantFrom("ES", "SAT")),
};

/** Any value that a fact may have, by its kind: a fact that is added to the table is tried by itself. */
function anyValue({ key, kind, longest = 0, least = 0, most = 0 }: FactField): fc.Arbitrary<unknown> {
  const text = shortText.filter((value) => value.length <= longest);
  const byKind: Readonly<Record<string, fc.Arbitrary<unknown>>> = {
    text,
    long: text,
    upper: fc.stringMatching(/^[A-Z0-9]{1,3}[/-][A-Z0-9]{1,8}$/),
    number: fc.integer({ min: least, max: most }),
    // Entities whose states are not in the tables: any text could be one.
    entity: fc.constantFrom(222, 7),
    watts: fc.constantFrom(5, 100, 0.5),
  };
  return CHOSEN[key] ?? option(byKind[kind]!);
}

const parts = fc.dictionary(fc.stringMatching(/^[a-z][a-zA-Z0-9]{0,9}$/), shortText, { maxKeys: 8 });
const contacts = fc.record({
  ...Object.fromEntries(FACT_FIELDS.map((field) => [field.key, anyValue(field)])),
  pin: fc.boolean(),
  partsSent: option(parts),
  partsReceived: option(parts),
  confirmations: fc.uniqueArray(
    fc.record({
      channel: fc.constantFrom("card" as const, "lantern" as const),
      sent: fc.constantFrom("no" as const, "wanted" as const, "waiting" as const, "sent" as const, "ignored" as const),
      sentOn: option(day),
      received: fc.constantFrom(
        "no" as const,
        "wanted" as const,
        "confirmed" as const,
        "verified" as const,
        "ignored" as const,
      ),
      receivedOn: option(day),
    }),
    { selector: (confirmation) => confirmation.channel, maxLength: 2 },
  ),
  credits: fc.uniqueArray(
    fc.record({
      award: fc.constantFrom("entities", "squares", "mine"),
      item: shortText.filter((item) => item !== ""),
      on: fc.constantFrom("", "20m", "CW"),
      state: fc.constantFrom("claimed" as const, "granted" as const, "refused" as const),
      day: option(day),
      claim: option(shortText),
      source: fc.constantFrom("hand", "lantern"),
      reason: option(shortText),
    }),
    { selector: ({ award, item, on }) => `${award} ${item} ${on}`, maxLength: 3 },
  ),
  extra: fc.uniqueArray(
    fc.oneof(
      fc.record({ name: fc.constantFrom("RIG", "WEATHER"), value: shortText }),
      fc.record({ name: fc.constant("APP_OTHER_X"), value: shortText, type: fc.constantFrom("S", "M") }),
    ),
    {
      selector: (field) => field.name,
      maxLength: 3,
    },
  ),
}) as fc.Arbitrary<unknown> as fc.Arbitrary<ContactInput>;

function factsOf(input: ContactInput): ContactFacts {
  const checked = checkContact(input, NOW);
  if (!checked.ok) throw new Error(checked.faults.map((fault) => fault.text).join());
  const confirmations = [...checked.value.confirmations].sort((a, b) => (a.channel < b.channel ? -1 : 1));
  return { ...checked.value, confirmations };
}

const FORMATS = {
  ADI: (facts: ContactFacts) => adiHeader({ name: "Ypsiloid", version: "1" }, [], NOW) + adiRecord(facts),
  ADX: (facts: ContactFacts) => adxHeader({ name: "Ypsiloid", version: "1" }, [], NOW) + adxRecord(facts) + ADX_FOOTER,
};

test.each(["ADI", "ADX"] as const)(
  "reading what was written as %s gives every fact of the contact again, without a remark, in pieces of any size",
  (format) => {
    fc.assert(
      fc.property(contacts, fc.integer({ min: 1, max: 90 }), (input, piece) => {
        const facts = factsOf(input);
        const { records, header } = read(FORMATS[format](facts), piece);
        const understood = contactFromAdif(records[0]!, header);
        if (!understood.ok) throw new Error(understood.reason);
        expect(records).toHaveLength(1);
        expect(understood.notes.filter((note) => !note.text.includes("no mode of the standard"))).toEqual([]);
        expect(factsOf(understood.contact)).toEqual(facts);
      }),
      { numRuns: 300 },
    );
  },
);

test("where NAME and NAME_INTL say different things, the latter is taken, and the other kept beside it", () => {
  const { contact, notes } = contactOf(`${BASE}<NAME:4>Anna<NAME_INTL:6>Žofie<EOR>`);
  expect(contact).toMatchObject({ name: "Žofie", extra: [{ name: "NAME", value: "Anna" }] });
  expect(notes).toEqual(['1 NAME: "Anna" is not what NAME_INTL says, which was taken; it is kept as it came']);
});

test.each(["{", '"zone"', '{"zone":5}', `{"zone":"${"9".repeat(101)}"}`])(
  "%s is no exchange: it is kept as it came",
  (text) => {
    const { contact, notes } = contactOf(`${BASE}<APP_YPSILOID_PARTS_RCVD:${text.length}>${text}<EOR>`);
    expect(contact.partsReceived).toBeUndefined();
    expect(contact.extra).toEqual([{ name: "APP_YPSILOID_PARTS_RCVD", value: text }]);
    expect(notes).toEqual([expect.stringContaining("is no exchange; it is kept as it came")]);
  },
);

test("a user-defined field keeps the type that its header declares", () => {
  const { contact } = contactOf(`<USERDEF1:5:N>LIGHT<USERDEF2:4>FLAG<EOH>${BASE}<LIGHT:2>12<FLAG:1>x<EOR>`);
  expect(contact.extra).toEqual([
    { name: "LIGHT", value: "12", type: "N", userDefined: true },
    { name: "FLAG", value: "x", userDefined: true },
  ]);
  const header = adiHeader({ name: "Ypsiloid", version: "1" }, [{ name: "LIGHT", type: "N" }, { name: "FLAG" }], NOW);
  expect(header).toContain("<USERDEF1:5:N>LIGHT <USERDEF2:4:S>FLAG ");
});

test("a user-defined field keeps between which values it lies, and which there are, in both forms", () => {
  const declared = [
    ["LIGHT", "N", "{5:20}"],
    ["SIZE", "E", "{S,M,L}"],
  ] as const;
  const { contact } = contactOf(
    `<USERDEF1:12:N>LIGHT,{5:20}<USERDEF2:12:E>SIZE,{S,M,L}<EOH>${BASE}<LIGHT:2>12<SIZE:1>M<EOR>`,
  );
  expect(contact.extra).toEqual([
    { name: "LIGHT", value: "12", type: "N", userDefined: true, values: "{5:20}" },
    { name: "SIZE", value: "M", type: "E", userDefined: true, values: "{S,M,L}" },
  ]);
  const fields = declared.map(([name, type, values]) => ({ name, type, values }));
  const program = { name: "Ypsiloid", version: "1" };
  const adi = adiHeader(program, fields, NOW);
  expect(adi).toContain("<USERDEF1:12:N>LIGHT,{5:20} <USERDEF2:12:E>SIZE,{S,M,L} ");
  const adx = adxHeader(program, fields, NOW);
  expect(adx).toContain('TYPE="N" RANGE="{5:20}">LIGHT<');
  expect(adx).toContain('TYPE="E" ENUM="{S,M,L}">SIZE<');
  const facts = factsOf(contact);
  for (const text of [adi + adiRecord(facts), adx + adxRecord(facts) + ADX_FOOTER])
    expect(contactOf(text).contact.extra).toEqual(contact.extra);
});

describe("values in the form of the standard", () => {
  const written = (facts: Partial<ContactInput>, form: "ADI" | "ADX" = "ADI") =>
    FORMATS[form](factsOf({ ...GOOD, ...facts }));
  const ofRecord = (text: string) => text.slice(text.indexOf("<EOH>") + 7);

  it.each<[string, Partial<ContactInput>, string]>([
    ["a line end in one line is a space", { comment: "one\r\ntwo\nthree" }, "<COMMENT:13>one two three "],
    ["lines of notes end in CR LF", { notes: "one\ntwo" }, "<NOTES:8>one\r\ntwo "],
    ["and of an address", { extra: [{ name: "ADDRESS", value: "a\nb" }] }, "<ADDRESS:4>a\r\nb "],
    ["a text of a program stands in one line", { extra: [{ name: "APP_X_Y", value: "a\nb", type: "S" }] }, ">a b "],
    ["unless it has several", { extra: [{ name: "APP_X_Y", value: "a\nb", type: "M" }] }, ">a\r\nb "],
    ["a tab is a space", { name: "Inés\tCardozo" }, "<NAME:12>Ines Cardozo "],
    ["a number has no exponent", { power: 1e-7 }, "<TX_PWR:9>0.0000001 "],
    ["references are in capitals", { island: "eu-018", summit: "cx/ro-001" }, "<IOTA:6>EU-018 <SOTA_REF:9>CX/RO-001 "],
    ["also those kept as they came", { extra: [{ name: "MY_WWFF_REF", value: "cxff-0001" }] }, ">CXFF-0001 "],
    [
      "a long grid of ours is in two fields",
      { ownGrid: "GF35co12ab" },
      "<MY_GRIDSQUARE:8>GF35co12 <MY_GRIDSQUARE_EXT:2>ab ",
    ],
    ["Cyrillic is written as it sounds", { name: "Иван" }, "<NAME:4>Ivan <NAME_INTL:8>Иван "],
    ["and so is Chinese", { name: "伟" }, "<NAME:3>Wei <NAME_INTL:3>伟 "],
  ])("%s", (_, facts, record) => expect(ofRecord(written(facts))).toContain(record));

  it("in ADX a name in other letters stands in the international field alone, one in Latin letters in both", () => {
    expect(written({ name: "Иван" }, "ADX")).toContain("<NAME_INTL>Иван</NAME_INTL>");
    expect(written({ name: "Иван" }, "ADX")).not.toContain("<NAME>");
    expect(written({ name: "Íñigo" }, "ADX")).toContain("<NAME>Inigo</NAME><NAME_INTL>Íñigo</NAME_INTL>");
  });

  it("no question mark stands for a letter of any script, and those that were typed stay", () => {
    const asName = (name: string) => /<NAME:\d+>([^<]*)/.exec(written({ name }))?.[1] ?? "";
    const letters: string[] = [];
    for (let code = 0x80; code <= 0x10ffff; code++) {
      const character = String.fromCodePoint(code);
      if (/\p{L}/u.test(character)) letters.push(character);
    }
    expect(letters.length).toBeGreaterThan(100_000);
    for (let start = 0; start < letters.length; start += 50) {
      const name = letters.slice(start, start + 50).join("");
      expect([name, asName(name)]).toEqual([name, expect.not.stringContaining("?")]);
    }
    expect(asName("¿伟?")).toBe("?Wei? ");
    expect(asName("Anna 𘯮?")).toBe("Anna ? ");
  });

  it("that no entity applies is said again, and nothing is worked out in its place", () => {
    const { contact } = contactOf(`${BASE}<DXCC:1>0<EOR>`);
    const complete = completeContact(factsOf(contact));
    expect(complete).toMatchObject({ entityCode: null, continent: null, cqZone: null });
    expect(adiRecord(complete)).toContain("<DXCC:1>0 ");
    const changed = (changes: Partial<Record<FactKey, string | number>>) => {
      const next = changedContact(complete, changes, NOW, new Map());
      return next.ok ? next.value.entityCode : next.faults;
    };
    expect([changed({ name: "Sunnva" }), changed({ call: "LU3QSC" }), changed({ entityCode: 222 })]).toEqual([
      null,
      100,
      222,
    ]);
  });

  it.each([
    ["REGION", "IV", "XX"],
    ["MORSE_KEY_TYPE", "bug", "hammer"],
    ["ARRL_SECT", "EMA", "QQQ"],
    ["DCL_QSL_SENT", "Q", "V"],
    ["CREDIT_GRANTED", "IOTA,DXCC:CARD&LOTW", "a b"],
  ])("%s of an enumeration: %s is well, %s is told and kept", (name, good, bad) => {
    const noted = (value: string) => contactOf(`${BASE}<${name}:${value.length}>${value}<EOR>`);
    expect(noted(good)).toMatchObject({ notes: [], contact: { extra: [{ name, value: good }] } });
    expect(noted(bad).contact.extra).toEqual([{ name, value: bad }]);
    expect(noted(bad).notes).toEqual([expect.stringContaining(`${name}: "${bad}" is not `)]);
  });

  it("a state that its entity does not have is told, and taken", () => {
    const { contact, notes } = contactOf(`${BASE}<DXCC:3>144<STATE:2>ZZ<MY_DXCC:3>291<MY_STATE:4>MASS<EOR>`);
    expect(contact).toMatchObject({ state: "ZZ", ownState: "MASS" });
    expect(notes).toEqual(['1 STATE: "ZZ" is no subdivision of Uruguay that is known']);
  });
});

test.each([
  ["windows-1252", [0xcd, 0xf1, 0x69, 0x67, 0x6f], "Íñigo"],
  ["ISO-8859-5", [0xb8, 0xd2, 0xd0, 0xdd], "Иван"],
  ["UTF-8", [...new TextEncoder().encode("Íñigo")], "Íñigo"],
] as const)("ADX is read in the encoding that its first line names: %s", (encoding, name, meant) => {
  const [before, after] = ["<NAME_INTL>", "</NAME_INTL>"].map((text) => [...new TextEncoder().encode(text)]);
  const head = `<?xml version="1.0" encoding='${encoding}'?>\n<ADX><RECORDS><RECORD><CALL>OY4QSA</CALL>`;
  const foot = "</RECORD></RECORDS></ADX>";
  const bytes = Uint8Array.from([...Buffer.from(head), ...before!, ...name, ...after!, ...Buffer.from(foot)]);
  for (const piece of [1, 7, 1 << 16]) {
    const { records, problem } = read(bytes, piece);
    expect(problem).toBeNull();
    expect(records[0]!.fields.find((field) => field.name === "NAME_INTL")?.value).toBe(meant);
  }
});

test("ADX in an encoding that nobody knows is refused, and it is said what to do", () => {
  const { problem } = read('<?xml version="1.0" encoding="klingon"?><ADX></ADX>');
  expect(problem).toBe('the file says that its encoding is "klingon", which is not known: save it in UTF-8');
});

test("contacts between which the end is missing come apart, and each is told", () => {
  const second = BASE.replace("OY4QSA", "OY4QSE");
  const { records } = read(`<EOH>${BASE}<NAME:6>Sunnva<NAME:4>Anna\n${second}\n${BASE}<EOR>\n${second}<EOR>`, 7);
  const understood = records.map((record) => contactFromAdif(record));
  expect(understood.map((one) => one.ok && one.contact.call)).toEqual(["OY4QSA", "OY4QSE", "OY4QSA", "OY4QSE"]);
  expect(understood.map(({ notes }) => notes.map(({ line, field }) => `${line} ${field}`))).toEqual([
    ["1 NAME"],
    ["2 EOR"],
    ["3 EOR"],
    [],
  ]);
  expect(records.map(({ raw }) => raw).join("")).toContain("<NAME:4>Anna\n<CALL:6>OY4QSE");
});

test("a long file without any end of a record is as many contacts as it has", () => {
  const count = 20_000;
  const { records } = read(`<EOH>${`${BASE}<NAME>Sunnva\n`.repeat(count)}`);
  expect(records).toHaveLength(count);
  const last = contactFromAdif(records[count - 1]!);
  expect(last.ok && last.contact.name).toBe("Sunnva");
  expect(last.notes.map(({ field }) => field)).toEqual(["EOR", "NAME", "EOR"]);
  expect(last.notes.slice(0, 2).map(({ line }) => line)).toEqual([count, count]);
});

test("ADX gives back what was written into it, in pieces of any size", () => {
  fc.assert(
    fc.property(contacts, fc.integer({ min: 1, max: 200 }), (input, piece) => {
      const facts = factsOf(input);
      const { records, header, problem } = read(
        adxHeader({ name: "Ypsiloid", version: "1" }, [{ name: "LIGHT", type: "N" }], NOW) +
          adxRecord(facts) +
          ADX_FOOTER,
        piece,
      );
      expect(problem).toBeNull();
      const understood = contactFromAdif(records[0]!, header);
      if (!understood.ok) throw new Error(understood.reason);
      const again = factsOf(understood.contact);
      const typed = again.extra.map(({ name, value }) => ({ name, value }));
      expect({ ...again, extra: typed }).toEqual({
        ...facts,
        extra: facts.extra.map(({ name, value }) => ({ name, value })),
      });
    }),
    { numRuns: 200 },
  );
});

test("broken XML is said to be so, and what came before it is kept", () => {
  const good = adxHeader({ name: "x", version: "1" }, [], NOW) + "<RECORD><CALL>OY4QSA</CALL></RECORD>";
  const { records, problem } = read(`${good}<RECORD><CALL>LU3QSC</BAND>`);
  expect(problem).toContain("the XML is broken");
  expect(records[0]!.fields[0]).toMatchObject({ name: "CALL", value: "OY4QSA" });
});

test("whatever the bytes, the reader ends, and every byte of a record is told", () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.oneof(fc.constantFrom(BASE, "<EOR>", "<EOH>", "<NAME:3>", "<:>", "<X:99999999>", "<", ">"), fc.string()),
        { maxLength: 20 },
      ),
      fc.integer({ min: 1, max: 50 }),
      (parts, piece) => {
        const whole = read(parts.join(""));
        const pieces = read(parts.join(""), piece);
        expect(pieces.records.map((record) => record.fields.map(({ name, value }) => [name, value]))).toEqual(
          whole.records.map((record) => record.fields.map(({ name, value }) => [name, value])),
        );
      },
    ),
    { numRuns: 500 },
  );
});

describe("whatever stands in a file", () => {
  const size = 600_000;
  const shapes = {
    "spaces, then a letter": `a${" ".repeat(size)}x`,
    "figures, then a letter": `${"1".repeat(size)}x`,
    "times upon times": " 12:34".repeat(size / 6),
    points: "1.".repeat(size / 2),
    "line ends": `${"\n".repeat(size)}x`,
  };
  const names = ["CALL", "QSO_DATE", "TIME_ON", "TIME_OFF", "BAND", "FREQ", "MODE", "GRIDSQUARE", "TX_PWR", "DXCC"];
  names.push("NAME", "COMMENT", "CQZ", "AGE", "LAT", "VUCC_GRIDS", "QSL_SENT", "QSLSDATE", "STATION_CALLSIGN");

  function readAll(text: string): AdifRecord[] {
    const reader = adifReader();
    const records: AdifRecord[] = [];
    for (let at = 0; at < text.length; at += 65_536) records.push(...reader.push(text.slice(at, at + 65_536)));
    return [...records, ...reader.finish()];
  }

  test("a value that has the length its tag says is taken whole, whatever stands in it", () => {
    const text = fc
      .array(
        fc.oneof(
          fc.constantFrom("<EOR>", "<eoh>", "<CALL:3>ABC", "<NAME:9>", "<", ">", ":", "\n", " ", "é"),
          fc.string(),
        ),
      )
      .map((parts) => parts.join(""));
    const field = fc.tuple(fc.constantFrom("COMMENT", "NOTES", "APP_YPSILOID_X"), text);
    fc.assert(
      fc.property(
        fc.array(field, { minLength: 1, maxLength: 4 }),
        fc.constantFrom("", " ", "\n", "\r\n"),
        (given, gap) => {
          const tags = given.map(([name, value]) => `<${name}:${Buffer.byteLength(value)}>${value}${gap}`);
          const file = `<EOH>${BASE}${tags.join("")}<EOR>\n${BASE}<EOR>\n`;
          const reader = adifReader();
          const bytes = Buffer.from(file);
          const records = [
            ...reader.push(bytes.subarray(0, 100)),
            ...reader.push(bytes.subarray(100)),
            ...reader.finish(),
          ];
          expect(records).toHaveLength(2);
          const values = records[0]!.fields.slice(-given.length).map(({ name, value }) => [name, value]);
          expect(values).toEqual(given);
        },
      ),
    );
    const [record] = readAll(`${BASE}<COMMENT:30>see <EOR> and <CALL:3>ABC here<EOR>\n`);
    expect(record!.fields.at(-1)).toMatchObject({ name: "COMMENT", value: "see <EOR> and <CALL:3>ABC here" });
  });

  test.each(Object.entries(shapes))("a long value of %s takes no longer than its length, in any field", (_, value) => {
    for (const name of names) {
      const [record] = readAll(`<${name}:${value.length}>${value}<EOR>\n`);
      expect(record!.fields).toHaveLength(1);
      contactFromAdif({ ...record!, fields: [...NEEDED.filter((field) => field.name !== name), ...record!.fields] });
    }
  });
  const NEEDED = Object.entries({ CALL: "W1QRA", QSO_DATE: "20260101", TIME_ON: "0000", BAND: "20m", MODE: "CW" }).map(
    ([name, value]) => ({ name, value, at: 0 }),
  );

  test("a length that does not fit is followed by spaces, and one by nothing but brackets", () => {
    expect(
      readAll(`<COMMENT:3>abc${" ".repeat(900_000)}x<CALL:5>W1QRA<EOR>`)[0]!.fields.map(({ name }) => name),
    ).toEqual(["COMMENT", "CALL"]);
    expect(readAll(`<CALL:5>W1QRA${"<".repeat(900_000)}<EOR>`)[0]!.fields).toHaveLength(1);
  });

  test("a record that is too large is refused, told with its line, and the next one is read", () => {
    const many = "<CALL>".repeat(500_000);
    const [large, next] = readAll(`\n\n${many}<EOR>\n<CALL:5>W1QRA<EOR>\n`);
    expect(large).toMatchObject({ line: 3, broken: expect.stringContaining("larger than 1 MB") as string });
    expect(large!.raw.length).toBeLessThanOrEqual(1_000_000);
    expect(next).toMatchObject({ fields: [{ name: "CALL", value: "W1QRA" }], notes: [] });
    const [whole] = readAll(`<NOTES:99000>${"n".repeat(99_000)}`.repeat(30));
    expect(whole!.broken).toContain("larger than 1 MB");
  });

  test("the XML form is bounded as well", () => {
    const record = (inner: string) => `<RECORD>${inner}</RECORD>`;
    const call = "<CALL>W1QRA</CALL>";
    const [large, next] = readAll(`<ADX><RECORDS>${record(call.repeat(80_000))}${record(call)}</RECORDS></ADX>`);
    expect(large!.broken).toContain("larger than 1 MB");
    expect(next!.fields).toMatchObject([{ name: "CALL", value: "W1QRA" }]);
    const problemOf = (text: string) => {
      const reader = adifReader();
      for (let at = 0; at < text.length; at += 65_536) reader.push(text.slice(at, at + 65_536));
      reader.finish();
      return reader.problem;
    };
    expect(problemOf(`<ADX>${"<A>".repeat(100)}`)).toContain("nested");
    expect(problemOf(`<ADX><RECORDS><RECORD><NOTES>${"n".repeat(3_000_000)}`)).toContain("no elements any more");
  });

  test("a NUL is replaced, and told", () => {
    const [record] = readAll("<CALL:5>W1QRA<QSO_DATE:8>20260101<TIME_ON:4>0000<BAND:3>20m<MODE:2>CW<NAME:3>A\0B<EOR>");
    const understood = contactFromAdif(record!);
    expect(understood).toMatchObject({ ok: true, contact: { name: "A\ufffdB" } });
    expect(understood.notes).toMatchObject([{ field: "NAME", text: expect.stringContaining("no text") as string }]);
  });
});
