import { contactFromAdif, NO_HEADER } from "../adif";
import { contestLogReader, isCabrillo } from "./fromCabrillo";
import { SHIPPED_CONTESTS } from "./shipped";

const rulesOf = (tag: string) => SHIPPED_CONTESTS.find((rules) => rules.tag === tag);

function read(text: string) {
  const reader = contestLogReader(rulesOf);
  return [...reader.push(text), ...reader.finish()].map((record) => {
    const understood = contactFromAdif(record, NO_HEADER);
    return understood.ok ? understood.contact : `line ${record.line}: ${understood.reason}`;
  });
}

it("takes a log of a known contest apart, with exchanges of different length", () => {
  const contacts = read(
    [
      "START-OF-LOG: 3.0",
      "CONTEST: CAMALOTE-RTTY",
      "CALLSIGN: DL1QTA",
      "OPERATORS: DL1QTA",
      "GRID-LOCATOR: JO50",
      "QSO: 14085 RY 2026-02-14 2200 DL1QTA 599 14 CX3QUA 599 13 MO",
      "QSO:\t14085 RY 2026-02-14 2201 DL1QTA 599 14 OK1QTA 599 15",
      "X-QSO: 14085 RY 2026-02-14 2202 DL1QTA 599 14 OK1QTB 599 15",
      "QSO: 14085 RY 2026-02-14 22:03 DL1QTA 599 14 OK1QTC 599 15",
      "END-OF-LOG:",
    ].join("\n"),
  );
  expect(contacts).toMatchObject([
    {
      call: "CX3QUA",
      startedAt: "2026-02-14T22:00:00Z",
      band: "20m",
      frequencyHz: 14_085_000,
      mode: "RTTY",
      ownCall: "DL1QTA",
      operator: "DL1QTA",
      ownGrid: "JO50",
      contestId: "CAMALOTE-RTTY",
      partsSent: { report: "599", zone: "14" },
      partsReceived: { report: "599", zone: "13", state: "MO" },
    },
    { call: "OK1QTA", partsReceived: { report: "599", zone: "15" } },
    { call: "OK1QTB", notClaimed: "marked X-QSO in the log file" },
    expect.stringContaining('line 9: "2026-02-14 22:03" is no time'),
  ]);
});

it("keeps serials apart, and what it cannot tell of an unknown contest as it came", () => {
  const line = "QSO: 14025 CW 2026-10-24 0012 CX3QUA 599 001 DL1QTA 599 012";
  expect(read(`START-OF-LOG: 3.0\nCONTEST: SUDESTADA-PREFIX\nCALLSIGN: CX3QUA\n${line}\nEND-OF-LOG:`)).toMatchObject([
    { partsSent: { report: "599", serial: "001" }, partsReceived: { report: "599", serial: "012" } },
  ]);
  expect(read(`START-OF-LOG: 3.0\nCONTEST: OTHER\n${line}\nEND-OF-LOG:`)).toMatchObject([
    { exchangeSent: "001", exchangeReceived: "012", reportReceived: "599" },
  ]);
});

function notesOf(lines: readonly string[], encoding: BufferEncoding = "utf8") {
  const reader = contestLogReader(rulesOf);
  const bytes = Buffer.from(["START-OF-LOG: 3.0", ...lines, "END-OF-LOG:", ""].join("\r\n"), encoding);
  const records = [...reader.push(bytes), ...reader.finish()].filter(({ broken }) => broken === undefined);
  return {
    notes: records.flatMap(({ notes }) => notes.map(({ line, text }) => `${line}: ${text}`)),
    parts: records.map((record) => {
      const understood = contactFromAdif(record, NO_HEADER);
      return understood.ok ? understood.contact.partsReceived : understood.reason;
    }),
  };
}
const DASH = ["CONTEST: SUDESTADA-PREFIX", "CALLSIGN: CX3QUA"];

it("reads the columns of a known contest by their places, whatever stands there, and says what is odd", () => {
  const { notes, parts } = notesOf([
    ...DASH,
    "QSO: 14025 PH 2026-10-24 0012 CX3QUA 59 006 LU2QSA 599 010",
    "QSO: 14025 CW 2026-10-24 0013 CX3QUA 599 007 LU2QSB 599 1X0",
    "QSO: 14025 CW 2026-10-24 0014 CX3QUA 599 008 LU2QSC 599 011 XYZ",
    "QSO: 14025 CW 2026-10-24 0015 CX3QUA 599 009 LU2QSD 599 -",
  ]);
  expect(parts).toEqual([
    { report: "599", serial: "010" },
    { report: "599", serial: "1X0" },
    { report: "599", serial: "11" },
    { report: "599" },
  ]);
  expect(notes).toEqual([
    expect.stringMatching(/^4: .*599.*kept as it came$/),
    '5: "1X0" is no number: Serial is one from 1 to 99999; it is kept as it came',
    '6: "XYZ" belongs to no part of the contest\'s exchange; it was left out',
    "7: Serial is missing",
  ]);
});

it.each(["utf8", "latin1"] as const)("reads names in %s", (encoding) => {
  const { notes, parts } = notesOf(
    ["CONTEST: FIRST-WIRE", "CALLSIGN: CX3QUA", "QSO: 14025 CW 2026-12-06 1612 CX3QUA 599 1987 PY2QSA 599 1975 JOÃO"],
    encoding,
  );
  expect([notes, parts]).toEqual([[], [{ report: "599", year: "1975", name: "JOÃO" }]]);
});

it("may do without what is optional, and no less", () => {
  const wire = ["CONTEST: FIRST-WIRE", "CALLSIGN: CX3QUA"];
  const line = "QSO: 14025 CW 2026-12-06 1612 CX3QUA 599 1987 INES PY2QSA 599";
  expect(notesOf([...wire, `${line} 1975`]).notes).toEqual([]);
  expect(read(["START-OF-LOG: 3.0", ...wire, line, "END-OF-LOG:"].join("\n"))).toEqual([
    "line 4: columns are missing: 10 of 11",
  ]);
});

it.each([
  ["2026-02-30", "2026-02-30 is a day that does not exist"],
  ["2026-00-10", "is no time"],
  ["2025-02-29", "2025-02-29 is a day that does not exist"],
])("refuses the day %s, and does not move it", (day, reason) =>
  expect(read(`${DASH.join("\n")}\nQSO: 14025 CW ${day} 0012 CX3QUA 599 006 LU2QSA 599 010`)).toEqual([
    expect.stringContaining(reason),
  ]),
);

it("says of lines behind the end of the log that they are not in it", () =>
  expect(read(`${DASH.join("\n")}\nEND-OF-LOG:\nQSO: 14025 CW 2026-10-24 0012 CX3QUA 599 006 LU2QSA 599 010`)).toEqual([
    "line 4: it stands behind the end of the log: move END-OF-LOG below it",
  ]));

it("is told from ADIF by its beginning", () => {
  expect(isCabrillo("\u00ef\u00bb\u00bf start-of-log: 3.0")).toBe(true);
  expect(isCabrillo("QSO: 14025")).toBe(true);
  expect(isCabrillo("<ADIF_VER:5>3.1.6<EOH>")).toBe(false);
});
