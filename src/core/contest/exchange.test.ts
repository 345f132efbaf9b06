import fc from "fast-check";
import {
  formWords,
  formItems,
  formsOf,
  itemsOf,
  keepExchange,
  heldParts,
  partsOf,
  readPart,
  readParts,
  understandExchange,
} from "./exchange";
import { SHIPPED_CONTESTS } from "./shipped";
import type { Part, Rules } from "./rules";

const [dash, zones, field, wire, camalote] = SHIPPED_CONTESTS as [
  (typeof SHIPPED_CONTESTS)[0],
  (typeof SHIPPED_CONTESTS)[0],
  (typeof SHIPPED_CONTESTS)[0],
  (typeof SHIPPED_CONTESTS)[0],
  (typeof SHIPPED_CONTESTS)[0],
];
/** Report, serial and zone. */
const both: Rules = { ...zones, exchange: { all: [...dash.exchange.all!, zones.exchange.all![1]!] } };
const inside = partsOf(field, "inside");
const [US, CANADA, BRAZIL, URUGUAY] = [291, 1, 108, 144];
/** What is understood of the texts alone, as an earlier version kept them, or another program. */
const fromTexts = (rules: Rules, parts: readonly Part[], texts: ReturnType<typeof keepExchange>) =>
  readParts(rules, parts, heldParts(rules, parts, { ...texts, parts: null }, by()), by());
const by = (mode = "CW", entity: number | null = US) => ({ mode, entity });

describe("understandExchange", () => {
  it.each([
    [dash, "all", "599 123", { report: "599", serial: "123" }],
    [dash, "all", "123 599", { report: "599", serial: "123" }],
    [dash, "all", "5NN 12T", { report: "599", serial: "120" }],
    [dash, "all", "7", { serial: "7" }],
    [both, "all", "4 599 017", { report: "599", serial: "17", zone: "04" }],
    [zones, "all", "14 599", { report: "599", zone: "14" }],
    [zones, "all", "4", { zone: "04" }],
    [field, "inside", "EMA 2A", { class: "2A", section: "EMA" }],
    [field, "inside", "2a ema", { class: "2A", section: "EMA" }],
    [wire, "all", "1987 599 ANA", { report: "599", year: "1987", name: "ANA" }],
    [camalote, "states", "TX 4 599", { report: "599", zone: "04", state: "TX" }],
  ] as const)("%#: %s %s", (rules, side, typed, values) => {
    expect(understandExchange(rules, partsOf(rules, side), typed, by())).toEqual({ values, leftover: [] });
  });

  it("leaves over what fits nothing, and takes each part once", () => {
    expect(understandExchange(field, inside, "2A EMA QQQ", by())).toEqual({
      values: { class: "2A", section: "EMA" },
      leftover: ["QQQ"],
    });
  });

  it.each([
    [zones, "all", "14 15", { zone: "15" }, ["14"]],
    [dash, "all", "599 17 18", { report: "599", serial: "18" }, ["17"]],
    [wire, "all", "1978 599 1987", { report: "599", year: "1987" }, ["1978"]],
    [field, "inside", "2A EMA 3A", { class: "3A", section: "EMA" }, ["2A"]],
  ] as const)(
    "%#: of two words for one part the one typed last counts: %s %s %s",
    (rules, side, typed, values, left) => {
      expect(understandExchange(rules, partsOf(rules, side), typed, by())).toEqual({ values, leftover: left });
    },
  );

  it("does not depend on the order of the words where every word has one place", () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(["3A", "EMA"], { minLength: 2 }), (words) => {
        expect(understandExchange(field, inside, words.join(" "), by()).values).toEqual({
          class: "3A",
          section: "EMA",
        });
      }),
    );
  });

  it("stands any nonsense", () => {
    fc.assert(
      fc.property(fc.string(), (typed) => {
        const { values, leftover } = understandExchange(camalote, partsOf(camalote, "states"), typed, by("RTTY"));
        expect(Object.keys(values).length + leftover.length).toBeLessThanOrEqual(10);
      }),
    );
  });
});

describe("readPart", () => {
  const read = (part: Part, typed: string, mode = "CW") => readPart(field, part, typed, by(mode));
  const part = (type: Part["type"], more: Partial<Part> = {}): Part => ({
    id: "x",
    label: "It",
    type,
    optional: false,
    ...more,
  });

  it.each([
    [part("serial"), "0", "It 0 does not exist: it is a number from 1 to 99999"],
    [part("serial"), "100000", "It 100000 does not exist"],
    [part("cqZone"), "41", "It 41 does not exist: it is a number from 1 to 40"],
    [part("ituZone"), "X", '"X" is no number'],
    [part("class", { form: "#[AB]" }), "2C", "the form of It: a number, then one of A B"],
    [part("grid"), "ZZ99", "ZZ"],
    [part("name"), "4NA", "no name"],
    [part("power"), "lots", "no power"],
    [part("report"), "777", "777"],
    [part("text"), "", "It is missing"],
  ])("says why %j is not %s", (of, typed, reason) => {
    const reading = read(of, typed);
    expect(!reading.ok && reading.reason).toContain(reason);
  });

  it.each([
    [part("age"), "33", "33"],
    [part("power"), "100W", "100"],
    [part("power"), "kw", "KW"],
    [part("grid"), "gf35", "GF35"],
    [part("ituZone"), "7", "07"],
    [part("text"), "anything", "ANYTHING"],
  ])("reads %j", (of, typed, value) => expect(read(of, typed)).toMatchObject({ ok: true, value }));

  it.each([
    [part("serial"), "TOT", "a number from 1 to 99999"],
    [part("class", { form: "#[AB]" }), "0A", "the form of It"],
    [part("class", { form: "#[AB]" }), "00A", "the form of It"],
  ])("of none there is nothing: %j is not %s", (of, typed, reason) => {
    const reading = read(of, typed);
    expect(!reading.ok && reading.reason).toContain(reason);
  });

  it.each([
    [part("serial"), "T1U", "12"],
    [part("serial"), "OOV", "3"],
    [part("serial"), "ANE", "195"],
    [part("cqZone"), "A4", "14"],
    [part("ituZone"), "UT", "20"],
    [part("year"), "ANUE", "1925"],
    [part("age"), "VE", "35"],
    [part("power"), "ATT", "100"],
    [part("report"), "ENN", "599"],
    [part("report"), "5NN", "599"],
    [part("class", { form: "#[AB]" }), "02A", "2A"],
    [part("class", { form: "#[AB]" }), "10B", "10B"],
  ])("letters sent for digits, and noughts before: %j is %s as %s", (of, typed, value) =>
    expect(read(of, typed)).toMatchObject({ ok: true, value }),
  );

  const state = partsOf(camalote, "states").find(({ type }) => type === "subdivision")!;
  it.each([
    ["MA", US, "MA"],
    ["MA", BRAZIL, "MA"],
    ["MASS", US, "MA"],
    ["PENNA", US, "PA"],
    ["ONT", CANADA, "ON"],
    ["PQ", CANADA, "QC"],
    ["NF", CANADA, "NL"],
    ["ontario", CANADA, "ON"],
    ["SP", BRAZIL, "SP"],
  ])("%s of entity %i is %s", (typed, entity, code) =>
    expect(readPart(camalote, state, typed, by("RTTY", entity))).toMatchObject({ ok: true, value: code }),
  );

  it.each([
    ["SP", US, [], ""],
    ["MASS", BRAZIL, [], ""],
    ["MA", 230, [], "Germany has none in this contest"],
    ["MA", null, [], "the entity of the call is not known"],
    ["MAS", US, ["MA"], "no State"],
    ["MALDONAD", URUGUAY, ["MA"], "no State"],
  ] as const)("%s of entity %s is none, and only its own are offered", (typed, entity, offered, reason) => {
    const reading = readPart(camalote, state, typed, by("RTTY", entity));
    if (reading.ok) throw new Error(reading.value);
    expect(reading.reason).toContain(reason);
    const own = new Set((itemsOf(camalote, state, entity) ?? []).map(({ code }) => code));
    expect(reading.nearest.every(({ code }) => own.has(code))).toBe(true);
    expect(reading.nearest.map(({ code }) => code)).toEqual(expect.arrayContaining([...offered]));
  });

  it("offers the nearest sections and states", () => {
    const reading = readPart(field, inside[1]!, "EMS", by());
    expect(reading.ok ? [] : reading.nearest.map(({ code }) => code)).toContain("EMA");
    const state = readPart(camalote, partsOf(camalote, "states")[2]!, "MONTEVIDO", by("RTTY", URUGUAY));
    expect(state.ok ? [] : state.nearest.map(({ code }) => code)).toContain("MO");
    expect(itemsOf(field, partsOf(field, "outside")[1]!, null)!.map(({ code }) => code)).toEqual(["DX"]);
  });

  it("tells a form in words", () =>
    expect(formWords("#[AB]-@")).toBe('a number, then one of A B, then "-", then a letter'));
});

describe("what a contact keeps", () => {
  it.each(
    SHIPPED_CONTESTS.flatMap((rules) => Object.keys(rules.exchange).map((side) => [rules.tag, side, rules] as const)),
  )("%s, %s: gives the values back, whichever are known", (_, side, rules) => {
    const parts = partsOf(rules, side);
    const values = fc.record(Object.fromEntries(parts.map((part) => [part.id, valueFor(part)])), { requiredKeys: [] });
    fc.assert(
      fc.property(values, (given) => {
        const known = given as Record<string, string>;
        expect(fromTexts(rules, parts, keepExchange(parts, known))).toEqual(known);
      }),
    );

    function valueFor(part: Part): fc.Arbitrary<string> {
      return fc.oneof(
        ...formsOf(part)
          .map(valueOf)
          .filter((one) => one !== null),
      );
    }

    function valueOf(part: ReturnType<typeof formsOf>[number]): fc.Arbitrary<string> | null {
      const items = formItems(rules, part, US);
      if (items?.length === 0) return null;
      if (items !== null) return fc.constantFrom(...items.map(({ code }) => code));
      const sample: Partial<Record<Part["type"], fc.Arbitrary<string>>> = {
        report: fc.constantFrom("599", "579"),
        serial: fc.integer({ min: 1, max: 99_999 }).map(String),
        cqZone: fc.integer({ min: 1, max: 40 }).map((zone) => String(zone).padStart(2, "0")),
        class: fc.integer({ min: 1, max: 99 }).map((number) => `${number}F`),
        year: fc.integer({ min: 1900, max: 2026 }).map(String),
        name: fc.constantFrom("INÉS", "ANA"),
        grid: fc.constantFrom("GF35", "JO50ab", "FN31pr"),
      };
      return sample[part.type]!;
    }
  });

  it("does not take another part for a serial that is missing", () => {
    const parts = partsOf(both, "all");
    expect(fromTexts(both, parts, { serial: null, report: "599", exchange: "14" })).toEqual({
      report: "599",
      zone: "14",
    });
  });

  it("understands what came from elsewhere, in another order", () => {
    const kept = { serial: null, report: "599", exchange: "EMA 2A" };
    expect(fromTexts(field, inside, kept)).toEqual({ class: "2A", section: "EMA" });
  });
});

describe("understandExchange with many ways to share out the words", () => {
  const texts = Array.from({ length: 8 }, (_, index) => ({
    id: `t${index}`,
    label: `Text ${index}`,
    type: "text" as const,
    optional: false,
  }));

  it("gives ten words to eight parts that take anything, in their order", () => {
    const { values, leftover } = understandExchange({ lists: {} }, texts, "A B C D E F G H I J", by());
    expect(Object.values(values).join("")).toBe("CDEFGHIJ");
    expect(leftover).toEqual(["A", "B"]);
  });

  it("places as many words as can be placed", () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom("599", "5", "14", "014", "ANA", "1985", "MO", "K"), { minLength: 1, maxLength: 5 }),
        fc.uniqueArray(fc.constantFrom("report", "serial", "cqZone", "name", "year", "age"), {
          minLength: 1,
          maxLength: 4,
        }),
        (words, types) => {
          const parts = types.map((type) => ({ id: type, label: type, type, optional: false }));
          const { values } = understandExchange({ lists: {} }, parts, words.join(" "), by());
          expect(Object.keys(values)).toHaveLength(mostPlaced(words, parts));
        },
      ),
    ));

  /** How many words can be placed at all. */
  function mostPlaced(words: readonly string[], parts: readonly Part[]): number {
    const place = (word: number, taken: readonly number[]): number =>
      word === words.length
        ? 0
        : Math.max(
            place(word + 1, taken),
            ...parts.map((part, index) =>
              !taken.includes(index) && readPart({ lists: {} }, part, words[word]!, by()).ok
                ? 1 + place(word + 1, [...taken, index])
                : 0,
            ),
          );
    return place(0, []);
  }
});
