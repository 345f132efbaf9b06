import fc from "fast-check";
import { codeOfMode, EDI_BANDS, bandOfWord, modeOfCode } from "./forms";
import { type EdiLine, type EdiLog, ediLogReader, isEdi, writeEdi } from ".";

const LINE: EdiLine = {
  startedAt: Date.parse("2026-01-14T22:05:00Z") / 1000,
  call: "CX2QRB",
  mode: "SSB",
  reportSent: "59",
  serialSent: "001",
  reportReceived: "57",
  serialReceived: "012",
  exchangeReceived: "",
  grid: "GF25aa",
  kilometres: 208.45,
  points: 228,
  newExchange: false,
  newSquare: true,
  newEntity: true,
  duplicate: false,
};
const LOG: EdiLog = {
  contest: "Bañado Grid Legs",
  from: Date.parse("2026-01-14T22:00:00Z") / 1000,
  to: Date.parse("2026-01-15T15:00:00Z") / 1000,
  call: "CX3QUA",
  grid: "GF35co",
  band: "2m",
  exchange: "",
  section: "SINGLE-OP; FIXED",
  power: 100,
  name: "Inés Cardozo",
  email: "ines@cabofarol.example",
  address: ["Camino del Faro 1"],
  club: "",
  operators: ["CX3QUA"],
  remarks: "[quiet]; a few",
  score: 228,
  lines: [
    LINE,
    { ...LINE, startedAt: LINE.startedAt + 60, points: 0, newSquare: false, newEntity: false, duplicate: true },
  ],
};

function read(text: string) {
  const reader = ediLogReader();
  const said = text.split(/\r?\n/).map((line) => reader.take(line));
  return {
    header: reader.header,
    contacts: said.flatMap((one) => (one.kind === "contact" ? [one.contact] : [])),
    faults: said.flatMap((one) => (one.kind === "fault" ? [one.text] : [])),
  };
}

test("a log is written as the form has it", () => {
  const text = writeEdi(LOG);
  expect(isEdi(text)).toBe(true);
  const lines = text.split("\r\n");
  expect(lines).toEqual(
    expect.arrayContaining([
      "TName=Banado Grid Legs",
      "TDate=20260114;20260115",
      "PWWLo=GF35CO",
      "PBand=144 MHz",
      "PSect=SINGLE-OP, FIXED",
      "RName=Ines Cardozo",
      "CQSOs=1;1",
      "CQSOP=228",
      "CWWLs=1;0;1",
      "CToSc=228",
      "CODXC=CX2QRB;GF25AA;208",
      "(quiet], a few",
      "[QSORecords;2]",
      "260114;2205;CX2QRB;1;59;001;57;012;;GF25AA;228;;N;N;",
      "260114;2206;CX2QRB;1;59;001;57;012;;GF25AA;0;;;;D",
    ]),
  );
  expect(lines.at(-2)).toBe("[END;Ypsiloid]");
});

test("what is written is read back alike", () => {
  const word = fc.stringMatching(/^[A-Z0-9/]{0,8}$/);
  const line = fc.record({
    startedAt: fc.integer({ min: 0, max: 10_000 }).map((minute) => LINE.startedAt + minute * 60),
    call: fc.constantFrom("CX2QRB", "LU/DL1QTA", "PY3QRA/P"),
    mode: fc.constantFrom("SSB", "CW", "FM", "RTTY", "AM"),
    serialReceived: fc.integer({ min: 1, max: 9999 }).map((serial) => String(serial).padStart(3, "0")),
    exchangeReceived: word,
    grid: fc.constantFrom("GF25AA", "GF05", "GG30AB12"),
  });
  fc.assert(
    fc.property(fc.array(line, { maxLength: 20 }), fc.constantFrom(...Object.keys(EDI_BANDS)), (some, band) => {
      const lines = some.map((one) => ({ ...LINE, ...one }));
      const back = read(writeEdi({ ...LOG, band, lines }));
      expect(back.faults).toEqual([]);
      expect(back.contacts).toEqual(
        lines.map(
          ({ kilometres: _k, points: _p, newExchange: _e, newSquare: _s, newEntity: _n, duplicate: _d, ...said }) => ({
            ...said,
            band,
          }),
        ),
      );
    }),
  );
});

test.each([
  ["a day that does not exist", "260230;2205;CX2QRB;1;59;001;57;012;;GF25AA;1", "is no day and time"],
  ["a minute that does not exist", "260114;2260;CX2QRB;1;59;001;57;012;;GF25AA;1", "is no day and time"],
  ["a mode that is not said", "260114;2205;CX2QRB;0;59;001;57;012;;GF25AA;1", 'its mode, "0", is not known'],
  ["an error", "260114;2205;ERROR;1;59;001;57;012;;GF25AA;1", "marked as an error"],
  ["too few values", "260114;2205;CX2QRB;1;59", "it has 5 values"],
])("%s is told", (_, line, said) => {
  const { contacts, faults } = read(
    `[REG1TEST;1]\nTDate=20260114;20260115\nPBand=144 MHz\n[QSORecords;1]\n${line}\n[END;]`,
  );
  expect(contacts).toEqual([]);
  expect(faults).toEqual([expect.stringContaining(said)]);
});

test("what stands behind the end, and a band that does not exist, are told", () => {
  const line = "260114;2205;CX2QRB;1;59;001;57;012;;GF25AA;1";
  expect(read(`[REG1TEST;1]\nPBand=144 MHz\n[QSORecords;1]\n[END;x]\n${line}`).faults).toEqual([
    "it stands behind the end of the log",
  ]);
  expect(read(`[REG1TEST;1]\nPBand=143 MHz\n[QSORecords;1]\n${line}`).faults[0]).toContain('"143 MHz", is no band');
});

test("bands and modes have their words, and are known in other writings", () => {
  for (const [band, word] of Object.entries(EDI_BANDS)) expect(bandOfWord(word)).toBe(band);
  expect(["145 MHz", "435MHz", "1.3 GHz", "1296 mhz", ""].map(bandOfWord)).toEqual([
    "2m",
    "70cm",
    "23cm",
    "23cm",
    undefined,
  ]);
  for (const mode of ["SSB", "CW", "AM", "FM", "RTTY", "SSTV"]) expect(modeOfCode(codeOfMode(mode))).toBe(mode);
  expect([codeOfMode("FT8"), modeOfCode("0"), modeOfCode("4")]).toEqual(["0", undefined, "CW"]);
});
