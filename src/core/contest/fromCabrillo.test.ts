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
      reportReceived: "599",
      exchangeSent: "14",
      exchangeReceived: "13 MO",
    },
    { call: "OK1QTA", exchangeReceived: "15" },
    "line 8: the log marks it as not to be counted (X-QSO)",
    expect.stringContaining('line 9: "2026-02-14 22:03" is no time'),
  ]);
});

it("keeps serials apart, and what it cannot tell of an unknown contest as it came", () => {
  const line = "QSO: 14025 CW 2026-10-24 0012 CX3QUA 599 001 DL1QTA 599 012";
  expect(read(`START-OF-LOG: 3.0\nCONTEST: SUDESTADA-PREFIX\nCALLSIGN: CX3QUA\n${line}\nEND-OF-LOG:`)).toMatchObject([
    { serialSent: 1, serialReceived: 12 },
  ]);
  expect(read(`START-OF-LOG: 3.0\nCONTEST: OTHER\n${line}\nEND-OF-LOG:`)).toMatchObject([
    { exchangeSent: "001", exchangeReceived: "012", reportReceived: "599" },
  ]);
});

it("is told from ADIF by its beginning", () => {
  expect(isCabrillo("\u00ef\u00bb\u00bf start-of-log: 3.0")).toBe(true);
  expect(isCabrillo("QSO: 14025")).toBe(true);
  expect(isCabrillo("<ADIF_VER:5>3.1.6<EOH>")).toBe(false);
});
