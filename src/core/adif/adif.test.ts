import fc from "fast-check";
import { checkContact, type ContactFacts, type ContactInput, isoTime } from "../contact";
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

test("a plain record is read", () => {
  expect(contactOf(`Log of CX3QUA\n<ADIF_VER:5>3.1.6<EOH>\n${BASE}<RST_SENT:3>599<EOR>`)).toEqual({
    contact: expect.objectContaining({
      call: "OY4QSA",
      startedAt: "2026-11-20T21:40:00Z",
      band: "15m",
      mode: "CW",
      reportSent: "599",
      extra: [],
    }) as unknown,
    notes: [],
  });
});

test.each([
  // what is awkward, the record, what is understood, what is said
  ["a length one too short", `${BASE}<NAME:5>Sunnva<EOR>`, { name: "Sunnva" }, "1 NAME: the length says 5"],
  [
    "a length one too long",
    `${BASE}<NAME:7>Sunnva<QTH:8>Klaksvik<EOR>`,
    { name: "Sunnva", place: "Klaksvik" },
    "1 NAME: the length says 7",
  ],
  [
    "a length far too long",
    `${BASE}<NAME:600>Sunnva<QTH:8>Klaksvik<EOR>${"\n".repeat(700)}`,
    { name: "Sunnva", place: "Klaksvik" },
    "the length says 600",
  ],
  [
    "a length counted in characters",
    `${BASE}<NAME_INTL:6>Žofíňa<QTH:5>Praha<EOR>`,
    { name: "Žofíňa", place: "Praha" },
    "the length says 6",
  ],
  [
    "mixed case and spaces in tags",
    "<call:6>OY4QSA <Qso_Date:8>20261120 <time_on:4>2140 <band:3>15M <mode:2>cw <eor>",
    { call: "OY4QSA", band: "15m", mode: "CW" },
    "",
  ],
  ["Windows line ends", `${BASE}\r\n<NAME:6>Sunnva\r\n<EOR>\r\n`, { name: "Sunnva" }, ""],
  ["a byte order mark", `\uFEFF${BASE}<EOR>`, { call: "OY4QSA" }, ""],
  ["no header", `${BASE}<EOR>`, { call: "OY4QSA" }, ""],
  [
    "a header without end",
    `my log\n<ADIF_VER:5>3.1.0 <PROGRAMID:3>old\n${BASE}<EOR>`,
    { call: "OY4QSA" },
    "the header has no end",
  ],
  [
    "an import-only mode",
    "<CALL:6>OY4QSA<QSO_DATE:8>20261120<TIME_ON:4>2140<BAND:3>20m<MODE:5>PSK31<EOR>",
    { mode: "PSK", submode: "PSK31" },
    `MODE: "PSK31" was read as PSK, PSK31`,
  ],
  [
    "a sideband for a mode",
    "<CALL:6>OY4QSA<QSO_DATE:8>20261120<TIME_ON:4>2140<BAND:3>20m<MODE:3>USB<EOR>",
    { mode: "SSB", submode: "USB" },
    "was read as SSB, USB",
  ],
  ["a frequency in kHz", `${BASE}<FREQ:7>21025.3<EOR>`, { frequencyHz: 21_025_300 }, "was read as kHz"],
  ["a frequency in Hz", `${BASE}<FREQ:8>21025300<EOR>`, { frequencyHz: 21_025_300 }, "was read as Hz"],
  ["a comma for a point", `${BASE}<FREQ:7>21,0253<EOR>`, { frequencyHz: 21_025_300 }, "has a comma"],
  [
    "a band that contradicts the frequency",
    `${BASE}<FREQ:6>14.025<EOR>`,
    { band: "15m", frequencyHz: undefined },
    "the band was believed",
  ],
  ["a frequency of no band", `${BASE}<FREQ:6>14.900<EOR>`, { band: "15m" }, "lies in no amateur band"],
  [
    "a frequency and no band",
    "<CALL:6>OY4QSA<QSO_DATE:8>20261120<TIME_ON:4>2140<FREQ:6>14.025<MODE:2>CW<EOR>",
    { band: "20m", frequencyHz: 14_025_000 },
    "",
  ],
  [
    "a date with dashes, a time with colons",
    "<CALL:6>OY4QSA<QSO_DATE:10>2026-11-20<TIME_ON:8>21:40:07<BAND:3>15m<MODE:2>CW<EOR>",
    { startedAt: "2026-11-20T21:40:07Z" },
    "was read as",
  ],
  [
    "a date with points",
    "<CALL:6>OY4QSA<QSO_DATE:10>20.11.2026<TIME_ON:4>2140<BAND:3>15m<MODE:2>CW<EOR>",
    { startedAt: "2026-11-20T21:40:00Z" },
    "was read as 2026-11-20",
  ],
  [
    "a time of three digits",
    "<CALL:6>OY4QSA<QSO_DATE:8>20261120<TIME_ON:3>940<BAND:3>15m<MODE:2>CW<EOR>",
    { startedAt: "2026-11-20T09:40:00Z" },
    "was read as 09:40:00",
  ],
  [
    "an end after midnight",
    "<CALL:6>OY4QSA<QSO_DATE:8>20261120<TIME_ON:4>2359<TIME_OFF:4>0003<BAND:3>15m<MODE:2>CW<EOR>",
    { endedAt: "2026-11-21T00:03:00Z" },
    "",
  ],
  [
    "an unknown mode",
    "<CALL:6>OY4QSA<QSO_DATE:8>20261120<TIME_ON:4>2140<BAND:3>15m<MODE:9>WHISTLING<EOR>",
    { mode: "WHISTLING" },
    "counts as digital",
  ],
  ["a bad grid", `${BASE}<GRIDSQUARE:4>ZZ99<EOR>`, { grid: undefined }, "is no grid"],
  ["a power with its unit", `${BASE}<TX_PWR:4>100W<RX_PWR:3>1kW<EOR>`, { power: 100, theirPower: 1000 }, ""],
  ["a field twice", `${BASE}<NAME:6>Sunnva<NAME:4>Anna<EOR>`, { name: "Sunnva" }, "the field comes twice"],
  ["remarks between records", `${BASE}<EOR>\n// noted by hand\n`, { call: "OY4QSA" }, ""],
  ["no end of the last record", BASE, { call: "OY4QSA" }, "the last record has no end"],
  ["a grid of ten characters", `${BASE}<GRIDSQUARE:8>IP62qf12<GRIDSQUARE_EXT:2>ab<EOR>`, { grid: "IP62qf12ab" }, ""],
  ["a less-than sign in a value", `${BASE}<COMMENT:11>5 W < 100 W<EOR>`, { comment: "5 W < 100 W" }, ""],
  [
    "a tag within a value whose length is right",
    `${BASE}<COMMENT:14>he sent <BK:2><NAME:6>Sunnva<EOR>`,
    { comment: "he sent <BK:2>", name: "Sunnva" },
    "",
  ],
  ["an entity of zero", `${BASE}<DXCC:1>0<EOR>`, { entityCode: undefined }, "says that no entity applies"],
  ["an empty field", `${BASE}<NAME:0><QTH:8>Klaksvik<EOR>`, { place: "Klaksvik" }, ""],
  [
    "a slashed call in lower case",
    "<CALL:11>ea8/cx3qua <QSO_DATE:8>20261120<TIME_ON:4>2140<BAND:3>15m<MODE:2>CW<EOR>",
    { call: "EA8/CX3QUA" },
    "",
  ],
])("%s", (_, text, understood, said) => {
  const { contact, notes } = contactOf(text);
  for (const [key, value] of Object.entries(understood))
    expect([key, contact[key as keyof ContactInput]]).toEqual([key, value]);
  if (said === "") expect(notes).toEqual([]);
  else expect(notes.join("; ")).toContain(said);
});

test.each([
  ["Latin-1", latin1(`${BASE}<NAME:5>Jos\u00e9 <EOR>`), "José"],
  ["Windows-1252", latin1(`${BASE}<NAME:7>O\u0092Brien<EOR>`), "O’Brien"],
  ["UTF-8", new TextEncoder().encode(`${BASE}<NAME:5>José<EOR>`), "José"],
])("text in %s", (_, bytes, name) => {
  expect(contactOf(bytes).contact.name).toBe(name);
});

test.each([
  ["<QSO_DATE:8>20261120<TIME_ON:4>2140<BAND:3>15m<MODE:2>CW<EOR>", "CALL is missing"],
  ["<CALL:5>PY2Q?<QSO_DATE:8>20261120<TIME_ON:4>2140<BAND:3>15m<MODE:2>CW<EOR>", "cannot be in a call"],
  ["<CALL:6>OY4QSA<TIME_ON:4>2140<BAND:3>15m<MODE:2>CW<EOR>", "QSO_DATE is missing"],
  ["<CALL:6>OY4QSA<QSO_DATE:8>20261350<TIME_ON:4>2140<BAND:3>15m<MODE:2>CW<EOR>", "is no date"],
  ["<CALL:6>OY4QSA<QSO_DATE:8>20261120<TIME_ON:4>2560<BAND:3>15m<MODE:2>CW<EOR>", "is no time"],
  ["<CALL:6>OY4QSA<QSO_DATE:8>20261120<TIME_ON:4>2140<MODE:2>CW<EOR>", "neither BAND nor FREQ"],
  ["<CALL:6>OY4QSA<QSO_DATE:8>20261120<TIME_ON:4>2140<BAND:3>15m<EOR>", "MODE is missing"],
  [`${BASE}<COMMENT:40>cut in the mid`, "the file ends in the middle of a field"],
])("%s is refused: %s", (text, reason) => {
  const { records, header } = read(text);
  expect(contactFromAdif(records.at(-1)!, header)).toMatchObject({
    ok: false,
    reason: expect.stringContaining(reason) as string,
  });
});

test("an empty file and a picture are said to be no ADIF", () => {
  expect(read("").problem).toBe("the file is empty");
  expect(read(Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13])).problem).toContain(
    "no ADIF field",
  );
  expect(read("just some words, and 3 < 4").problem).toContain("no ADIF field");
});

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
  expect(record).toContain("<NAME:10>Zofie AEro <NAME_INTL:12>Žofie Ærø ");
  expect(record).toContain("<QTH:8>Sao Tome <QTH_INTL:10>São Tomé ");
  expect(adiHeader({ name: "Ypsiloid", version: "1" }, ["LIGHT"], NOW)).toContain(
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
const contacts: fc.Arbitrary<ContactInput> = fc.record({
  call: fc.constantFrom("OY4QSA", "EA8/CX3QUA/P", "LU3QSC/MM", "LZ1876QRA"),
  startedAt: fc.integer({ min: 0, max: NOW }).map(isoTime),
  band: fc.constantFrom("15m", "20m"),
  bandReceived: option(fc.constantFrom("70cm")),
  mode: fc.constantFrom("CW", "SSB", "RTTY", "WHISTLING"),
  submode: fc.constant(null),
  reportSent: option(fc.constantFrom("599", "-12", "59+20")),
  name: option(shortText),
  place: option(shortText),
  comment: option(shortText),
  notes: option(shortText),
  grid: option(fc.constantFrom("GF35", "GF35co", "GF35co12", "GF35co12ab")),
  state: option(fc.constantFrom("SP", "TX")),
  power: option(fc.constantFrom(5, 100, 0.5)),
  serialSent: option(fc.nat(9999)),
  exchangeReceived: option(fc.constantFrom("14", "A1 QRA")),
  ownCall: option(fc.constantFrom("CX3QUA", "LU/CX3QUA")),
  entityCode: option(fc.constantFrom(222, 144)),
  pin: fc.boolean(),
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
  extra: fc.uniqueArray(fc.record({ name: fc.constantFrom("RIG", "APP_OTHER_X", "WEATHER"), value: shortText }), {
    selector: (field) => field.name,
    maxLength: 3,
  }),
});

function factsOf(input: ContactInput): ContactFacts {
  const checked = checkContact(input, NOW);
  if (!checked.ok) throw new Error(checked.faults.map((fault) => fault.text).join());
  const confirmations = [...checked.value.confirmations].sort((a, b) => (a.channel < b.channel ? -1 : 1));
  return { ...checked.value, confirmations };
}

test("reading what was written gives the same contact, without a remark, in pieces of any size", () => {
  fc.assert(
    fc.property(contacts, fc.integer({ min: 1, max: 90 }), (input, piece) => {
      const facts = factsOf(input);
      const { records, header } = read(
        adiHeader({ name: "Ypsiloid", version: "1" }, [], NOW) + adiRecord(facts),
        piece,
      );
      const understood = contactFromAdif(records[0]!, header);
      if (!understood.ok) throw new Error(understood.reason);
      expect(records).toHaveLength(1);
      expect(understood.notes.filter((note) => !note.text.includes("no mode of the standard"))).toEqual([]);
      expect(factsOf(understood.contact)).toEqual(facts);
    }),
    { numRuns: 300 },
  );
});

test("ADX gives back what was written into it, in pieces of any size", () => {
  fc.assert(
    fc.property(contacts, fc.integer({ min: 1, max: 200 }), (input, piece) => {
      const facts = factsOf(input);
      const { records, header, problem } = read(
        adxHeader({ name: "Ypsiloid", version: "1" }, ["LIGHT"], NOW) + adxRecord(facts) + ADX_FOOTER,
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
