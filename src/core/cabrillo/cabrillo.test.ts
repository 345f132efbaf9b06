import fc from "fast-check";
import { BANDS } from "../band";
import { readCabrillo } from "./read";
import { frequencyText, type LogLine, modeText, plainText, writeCabrillo } from "./write";

const LINE: LogLine = {
  frequencyHz: 14_025_300,
  band: "20m",
  mode: "CW",
  startedAt: Date.parse("2026-11-28T00:12:40Z") / 1000,
  ownCall: "CX3QUA",
  sent: ["599", "13"],
  call: "DL1QTA",
  received: ["599", "14"],
  transmitter: null,
};

describe("writing", () => {
  it("is exact", () => {
    const header = [
      ["CONTEST", "OMBU-ZONE"],
      ["NAME", "Inés Cardozo"],
      ["SOAPBOX", "A long night. ".repeat(8)],
    ] as const;
    const text = [
      ...writeCabrillo(header, [
        LINE,
        { ...LINE, band: "2m", frequencyHz: 144_300_000, mode: "SSB", transmitter: 1, withdrawn: true },
      ]),
    ].join("");
    expect(text.split("\r\n")).toEqual([
      "START-OF-LOG: 3.0",
      "CONTEST: OMBU-ZONE",
      "NAME: Ines Cardozo",
      "SOAPBOX: A long night. A long night. A long night. A long night. A long night. A",
      "SOAPBOX: long night. A long night. A long night.",
      "QSO: 14025 CW 2026-11-28 0012 CX3QUA        599    13     DL1QTA        599    14",
      "X-QSO:   144 PH 2026-11-28 0012 CX3QUA        599    13     DL1QTA        599    14     1",
      "END-OF-LOG:",
      "",
    ]);
    expect([...text].every((letter) => letter.charCodeAt(0) < 127)).toBe(true);
  });

  it.each(BANDS.map(({ name, lowHz, highHz }) => [name, lowHz, highHz] as const))(
    "writes %s so that it is read back, at its edges and where the frequency was not noted",
    (band, lowHz, highHz) => {
      for (const frequencyHz of [null, lowHz, highHz]) {
        const text = [...writeCabrillo([], [{ ...LINE, band, frequencyHz }])].join("");
        expect(readCabrillo(text)).toMatchObject({ lines: [{ band }], faults: [] });
      }
    },
  );

  it("names bands and modes as the format does", () => {
    expect(frequencyText(null, "40m")).toBe("7000");
    expect(frequencyText(50_100_000, "6m")).toBe("50");
    expect(["CW", "SSB", "FM", "RTTY", "FT8"].map(modeText)).toEqual(["CW", "PH", "FM", "RY", "DG"]);
    expect(plainText("Ñandú\nx")).toBe("Nandu x");
    expect(["Øre Åse", "Łódź", "Юрий", "Straße 5", "«Faro»"].map(plainText)).toEqual([
      "Ore Ase",
      "Lodz",
      "Yuriy",
      "Strasse 5",
      "<<Faro>>",
    ]);
  });
});

describe("reading", () => {
  it("gives back what was written", () => {
    const word = fc.stringMatching(/^[A-Z0-9]{1,5}$/);
    const anyLine = fc.record({
      band: fc.constantFrom(...BANDS.map(({ name }) => name)),
      mode: fc.constantFrom("CW", "SSB", "FM", "RTTY"),
      startedAt: fc.integer({ min: 0, max: 30_000_000 }).map((minutes) => minutes * 60),
      sent: fc.tuple(word, word),
      call: fc.constantFrom("DL1QTA", "EA8/CX3QUA/P", "W1QUA"),
      received: fc.tuple(word, word),
      withdrawn: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(anyLine), (lines) => {
        const text = [
          ...writeCabrillo(
            [["CONTEST", "X"]],
            lines.map((line) => ({ ...LINE, ...line, frequencyHz: null })),
          ),
        ].join("");
        for (const counts of [
          undefined,
          () => ({ sent: { least: 2, most: 2 }, received: () => ({ least: 2, most: 2 }) }),
        ]) {
          const read = readCabrillo(text, counts);
          expect(read.faults).toEqual([]);
          expect(
            read.lines.map(({ band, mode, startedAt, sent, call, received, withdrawn }) => ({
              band,
              mode,
              startedAt,
              sent,
              call,
              received,
              withdrawn,
            })),
          ).toEqual(lines);
        }
      }),
    );
  });

  it("stands tabs, other line ends, lower case, a byte order mark, and says what it does not understand", () => {
    const text = [
      "\ufeffstart-of-log: 3.0",
      "callsign:\tcx3qua",
      "ADDRESS: Calle del Faro 1",
      "ADDRESS: Cabo Farol",
      "rubbish",
      "QSO:\t14025\tcw\t2026-11-28\t0012\tcx3qua\t599\t13\tdl1qta\t599\t14",
      "QSO: 14025 CW 2026-11-28 0012 CX3QUA 599 13 DL1QTA 599",
      "QSO: 12345 CW 2026-11-28 0012 CX3QUA 599 13 DL1QTA 599 14",
      "QSO: 14025 XX 2026-11-28 0012 CX3QUA 599 13 DL1QTA 599 14",
      "QSO: 14025 CW 2026-13-28 0012 CX3QUA 599 13 DL1QTA 599 14",
      "QSO: 14025 CW 2026-11-28 0012 CX3QUA 599 13 QQQ 599 14",
    ].join("\r");
    const { header, lines, faults } = readCabrillo(text, () => ({
      sent: { least: 2, most: 2 },
      received: () => ({ least: 2, most: 2 }),
    }));
    expect([...header]).toEqual([
      ["CALLSIGN", "cx3qua"],
      ["ADDRESS", "Calle del Faro 1\nCabo Farol"],
    ]);
    expect(lines.map(({ line, call, received }) => [line, call, received])).toEqual([[6, "DL1QTA", ["599", "14"]]]);
    expect(faults.map(({ line, text: said }) => `${line}: ${said.slice(0, 36)}`)).toEqual(
      [
        '5: "rubbish" has no name before a colon',
        "7: columns are missing: 9 of 10".slice(0, 39),
        '8: "12345" is no frequency or band',
        '9: "XX" is no mode: CW, PH, FM, RY or D',
        '10: "2026-13-28 0012" is no time: it is ',
        '11: "QQQ" stands where their call should',
        "11: END-OF-LOG is missing: the file may b",
      ].map((expected) => expected.slice(0, expected.indexOf(": ") + 2 + 36)),
    );
  });

  it("keeps a call that cannot be read, where it could be one that was taken wrongly", () => {
    const line = (call: string) => readCabrillo(`QSO: 14025 CW 2026-11-28 0012 CX3QUA 599 13 ${call} 599 14`);
    expect(line("DL1Q4").lines.map(({ call }) => call)).toEqual(["DL1Q4"]);
    expect(line("F/EA8/DL1QTA/LU").lines).toHaveLength(1);
    expect(["QQQ", "599", "D1"].flatMap((call) => line(call).lines)).toEqual([]);
  });

  it("stands any nonsense", () => {
    fc.assert(fc.property(fc.string(), (text) => void readCabrillo(text)));
    fc.assert(
      fc.property(fc.array(fc.string()), (words) =>
        expect(readCabrillo(`QSO: ${words.join(" ")}`).lines.length).toBeLessThan(2),
      ),
    );
  });
});
