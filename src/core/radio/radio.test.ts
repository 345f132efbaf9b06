import fc from "fast-check";
import {
  checkDescriptor,
  type Descriptor,
  dialectOf,
  logModeFor,
  RADIO_MODES,
  radioModeFor,
  SHIPPED_DESCRIPTORS,
  transmitHz,
  UNKNOWN_RADIO,
} from ".";

const [heron, petrel] = ["HERON", "PETREL"].map((tag) => SHIPPED_DESCRIPTORS.find((one) => one.tag === tag)!) as [
  Descriptor,
  Descriptor,
];

describe("a dialect", () => {
  it.each([
    [petrel, "frequency", 14_025_300, "put tune 14025300"],
    [petrel, "mode", "USB", "put mode usb"],
    [petrel, "split", true, "put split on"],
    [petrel, "power", 12.5, "put power 12.5"],
    [petrel, "antenna", "2", "put antenna 2"],
    [petrel, "mode", "FM", null],
    [petrel, "strength", 3, null],
    [heron, "frequency", 145_512_340, "[rx]145512.34"],
    [heron, "mode", "FM", "[kind]3"],
    [heron, "power", 10, "[drive]20"],
    [heron, "transmit", false, "[air]0"],
  ] as const)("%# tells %s %s %s as %s", (descriptor, part, value, line) => {
    expect(dialectOf(descriptor).tell(part, value)).toBe(line);
  });

  it.each([
    [petrel, "tune 14025300", { is: "value", part: "frequency", value: 14_025_300, byItself: false }],
    [petrel, " now tune 7000000 ", { is: "value", part: "frequency", value: 7_000_000, byItself: true }],
    [petrel, "now sending on", { is: "value", part: "transmit", value: true, byItself: true }],
    [petrel, "strength -3.5", { is: "value", part: "strength", value: -3.5, byItself: false }],
    [petrel, "model Petrel", { is: "identity", model: "Petrel" }],
    [petrel, "refused tune: 1 Hz is out of range", { is: "refused", text: "refused tune: 1 Hz is out of range" }],
    [petrel, "tune many", { is: "strange", text: "tune many" }],
    [petrel, "mode waltz", { is: "strange", text: "mode waltz" }],
    [petrel, "sending constructor", { is: "strange", text: "sending constructor" }],
    [petrel, "tun", { is: "strange", text: "tun" }],
    [heron, "[rx]145500.00", { is: "value", part: "frequency", value: 145_500_000, byItself: false }],
    [heron, "[drive]20", { is: "value", part: "power", value: 10, byItself: false }],
    [heron, "[rx]!range", { is: "refused", text: "[rx]!range" }],
    [heron, "[]!what", { is: "refused", text: "[]!what" }],
  ])("%# understands %j", (descriptor, line, heard) => {
    expect(dialectOf(descriptor).understand(line)).toEqual(heard);
  });

  it("knows what was awaited from what is strange", () => {
    const { understand } = dialectOf(petrel);
    expect(understand("done tune", "done tune")).toEqual({ is: "done" });
    expect(understand("done tune", "done mode").is).toBe("strange");
  });

  it("writes a frequency so that it is read back, whatever the unit, the decimals and the digits", () => {
    const forms = fc.record({
      unit: fc.constantFrom(1, 10, 1000, 1_000_000),
      digits: fc.integer({ min: 1, max: 12 }),
      before: fc.constantFrom("F", "set f ", "<", "VFO:A="),
      after: fc.constantFrom("", ">", " Hz"),
    });
    fc.assert(
      fc.property(forms, fc.integer({ min: 100_000, max: 3_000_000_000 }), ({ unit, digits, before, after }, hertz) => {
        const decimals = Math.log10(unit);
        const part = { ask: "?", answer: `${before}{}${after}`, tell: `${before}{}${after}`, unit, decimals, digits };
        const made = checkDescriptor({ ...petrel, parts: { frequency: part } });
        if (!made.ok) throw new Error(JSON.stringify(made.faults));
        const { tell, understand } = dialectOf(made.value);
        expect(understand(tell("frequency", hertz)!)).toMatchObject({ part: "frequency", value: hertz });
      }),
    );
  });

  it("never fails on what a radio may say", () => {
    const dialects = [petrel, heron].map(dialectOf);
    fc.assert(
      fc.property(fc.string(), (line) => {
        for (const { understand } of dialects) expect(understand(line, "done {}").is).toMatch(/./);
      }),
    );
  });
});

describe("a descriptor", () => {
  const faults = (change: object) => {
    const checked = checkDescriptor({ ...petrel, ...change });
    return checked.ok ? [] : checked.faults.map(({ field, text }) => `${field}: ${text}`);
  };
  const frequency = { ask: "f?", answer: "f{}" };

  it.each([
    [{ format: "ypsiloid-radio/9" }, "format: this version reads ypsiloid-radio/1"],
    [{ parts: {} }, 'parts: a part "frequency" is needed'],
    [{ parts: { frequency: { ask: "f?" } } }, "parts.frequency.answer: what is asked and what is answered go together"],
    [{ parts: { frequency: { tell: "f" } } }, "parts.frequency.tell: write {} once"],
    [{ parts: { frequency: { ask: "f\n", answer: "f{}" } } }, "parts.frequency.ask: a line is of ASCII"],
    [{ parts: { frequency, mode: { ask: "m?", answer: "m{}" } } }, "parts.mode.words: its words"],
    [
      { parts: { frequency, mode: { ask: "m?", answer: "m{}", words: { A: "WALTZ" } } } },
      'parts.mode.words.A: "WALTZ" is none of CW',
    ],
    [
      { parts: { frequency, split: { ask: "s?", answer: "s{}", words: { A: "on" } } } },
      'parts.split.words: no word means "off"',
    ],
    [{ parts: { frequency: { ...frequency, words: { A: "on" } } } }, "parts.frequency.words: frequency is a number"],
    [{ tunes: [[2, 1]] }, "tunes.0: the lower frequency comes first"],
    [{ parts: { frequency }, stop: undefined }, "stop: what keys has to be stopped"],
    [{ tag: "my radio" }, "tag: a tag is of capitals"],
    [{ hue: 3 }, "hue"],
  ])("%# with a mistake says where it is, and what was expected", (change, text) => {
    expect(faults(change).join("; ")).toContain(text);
  });

  it("is sound as it ships", () => {
    expect(SHIPPED_DESCRIPTORS.map(({ name }) => name).sort()).toEqual(["Heron", "Petrel"]);
    expect(faults({})).toEqual([]);
  });
});

describe("the mode of the log and that of the radio", () => {
  const all = RADIO_MODES;
  it.each([
    ["SSB", null, 14_200_000, all, "USB"],
    ["SSB", null, 7_100_000, all, "LSB"],
    ["SSB", "USB", 7_100_000, all, "USB"],
    ["SSB", null, 5_360_000, all, "USB"],
    ["FT8", null, 14_074_000, all, "DATA"],
    ["FT8", null, 14_074_000, ["CW", "USB"], "USB"],
    ["RTTY", null, 14_085_000, ["CW", "USB", "LSB"], "LSB"],
    ["FM", null, 145_500_000, ["CW", "USB"], null],
    ["DIGITALVOICE", null, 145_500_000, all, "FM"],
  ] as const)("%s %s at %d, with %j: %s", (mode, submode, hertz, offered, wanted) => {
    expect(radioModeFor({ mode, submode }, hertz, offered)).toBe(wanted);
  });

  it.each([
    ["USB", 14_074_000, { mode: "FT8", submode: null }, ["CW", "USB"], { mode: "FT8", submode: null }],
    ["USB", 14_200_000, { mode: "CW", submode: null }, all, { mode: "SSB", submode: null }],
    ["LSB", 14_200_000, { mode: "SSB", submode: null }, all, { mode: "SSB", submode: "LSB" }],
    ["CW", 14_074_000, { mode: "FT8", submode: null }, all, { mode: "CW", submode: null }],
    ["DATA", 14_074_000, { mode: "MFSK", submode: "FT4" }, all, { mode: "MFSK", submode: "FT4" }],
    ["DATA", 14_074_000, { mode: "CW", submode: null }, all, { mode: "FT8", submode: null }],
  ] as const)("a radio that goes to %s at %d, logged as %j before", (radioMode, hertz, before, offered, after) => {
    expect(logModeFor(radioMode, hertz, before, offered)).toEqual(after);
  });

  it("RTTY as sound goes in by the mode for data, where there is one, and is logged as RTTY", () => {
    const rtty = { mode: "RTTY", submode: null };
    expect(radioModeFor(rtty, 14_085_000, all, true)).toBe("DATA");
    expect(radioModeFor(rtty, 14_085_000, ["CW", "USB", "LSB", "RTTY"], true)).toBe("RTTY");
    expect(logModeFor("DATA", 14_085_000, rtty, all, true)).toEqual(rtty);
    expect(logModeFor("DATA", 14_085_000, rtty, all)).toEqual({ mode: "FT8", submode: null });
  });

  it("what a radio is set to for a mode is that mode again", () => {
    const modes = fc.constantFrom("CW", "SSB", "FT8", "RTTY", "FM", "AM", "PSK");
    fc.assert(
      fc.property(modes, fc.integer({ min: 1_800_000, max: 50_000_000 }), (mode, hertz) => {
        const before = { mode, submode: null };
        expect(logModeFor(radioModeFor(before, hertz, all)!, hertz, before, all)).toEqual(before);
      }),
    );
  });
});

it("transmits where its second frequency is, while it is split", () => {
  const state = { ...UNKNOWN_RADIO, frequencyHz: 14_025_000, secondHz: 14_030_000 };
  expect(transmitHz(state)).toBe(14_025_000);
  expect(transmitHz({ ...state, split: true })).toBe(14_030_000);
  expect(transmitHz({ ...state, split: true, secondHz: null })).toBe(14_025_000);
});
