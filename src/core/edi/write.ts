import { plainText } from "../cabrillo";
import { codeOfMode, EDI_BANDS, type EdiContact } from "./forms";

/** One contact with what it comes to. */
export interface EdiLine extends EdiContact {
  /** Null where a grid is missing. */
  readonly kilometres: number | null;
  readonly points: number;
  readonly newExchange: boolean;
  readonly newSquare: boolean;
  readonly newEntity: boolean;
  readonly duplicate: boolean;
}

/** A log of one band. */
export interface EdiLog {
  readonly contest: string;
  readonly from: number;
  readonly to: number;
  readonly call: string;
  readonly grid: string;
  readonly band: string;
  /** What we send besides report, serial and grid. */
  readonly exchange: string;
  readonly section: string;
  readonly power: number | null;
  readonly name: string;
  readonly email: string;
  readonly address: readonly string[];
  readonly club: string;
  readonly operators: readonly string[];
  readonly remarks: string;
  readonly score: number;
  readonly lines: readonly EdiLine[];
}

const LONGEST = 75;

/** A contest log of one band in the form of IARU Region 1, with its line ends. */
export function writeEdi(log: EdiLog): string {
  const counted = log.lines.filter(({ duplicate }) => !duplicate);
  const points = log.lines.reduce((sum, line) => sum + line.points, 0);
  const [firstAddress = "", secondAddress = ""] = log.address;
  const [first = "", second = ""] = [log.operators.slice(0, 8).join(" "), log.operators.slice(8).join(" ")];
  const header: readonly (readonly [name: string, value: string | number])[] = [
    ["TName", log.contest],
    ["TDate", `${dayText(log.from).full};${dayText(log.to - 1).full}`],
    ["PCall", log.call],
    ["PWWLo", log.grid.toUpperCase()],
    ["PExch", log.exchange],
    ["PAdr1", firstAddress],
    ["PAdr2", secondAddress],
    ["PSect", log.section],
    ["PBand", EDI_BANDS[log.band] ?? log.band],
    ["PClub", log.club],
    ["RName", log.name],
    ["RCall", log.operators[0] ?? log.call],
    ["RAdr1", firstAddress],
    ["RAdr2", secondAddress],
    ["RPoCo", ""],
    ["RCity", ""],
    ["RCoun", ""],
    ["RPhon", ""],
    ["RHBBS", log.email],
    ["MOpe1", first],
    ["MOpe2", second],
    ["STXEq", ""],
    ["SPowe", log.power ?? ""],
    ["SRXEq", ""],
    ["SAnte", ""],
    ["SAntH", ""],
    ["CQSOs", `${counted.length};1`],
    ["CQSOP", points],
    ["CWWLs", `${log.lines.filter(({ newSquare }) => newSquare).length};0;1`],
    ["CWWLB", 0],
    ["CExcs", `${log.lines.filter(({ newExchange }) => newExchange).length};0;1`],
    ["CExcB", 0],
    ["CDXCs", `${log.lines.filter(({ newEntity }) => newEntity).length};0;1`],
    ["CDXCB", 0],
    ["CToSc", Math.round(log.score)],
    ["CODXC", farthest(log.lines)],
  ];
  return [
    "[REG1TEST;1]",
    ...header.map(([name, value]) => `${name}=${cell(String(value), name)}`),
    "[Remarks]",
    ...(log.remarks === "" ? [] : log.remarks.split("\n").map((line) => cell(line, ""))),
    `[QSORecords;${log.lines.length}]`,
    ...log.lines.map(lineText),
    "[END;Ypsiloid]",
    "",
  ].join("\r\n");
}

function farthest(lines: readonly EdiLine[]): string {
  const farther = (most: EdiLine | null, line: EdiLine) =>
    (line.kilometres ?? 0) > (most?.kilometres ?? 0) ? line : most;
  const best = lines.reduce<EdiLine | null>(farther, null);
  return best === null ? "" : `${best.call};${best.grid.toUpperCase()};${Math.round(best.kilometres!)}`;
}

function lineText(line: EdiLine): string {
  const { full, time } = dayText(line.startedAt);
  const mark = (is: boolean, letter: string) => (is ? letter : "");
  return [
    full.slice(2),
    time,
    line.call,
    codeOfMode(line.mode),
    line.reportSent,
    line.serialSent,
    line.reportReceived,
    line.serialReceived,
    line.exchangeReceived,
    line.grid.toUpperCase(),
    line.points,
    mark(line.newExchange, "N"),
    mark(line.newSquare, "N"),
    mark(line.newEntity, "N"),
    mark(line.duplicate, "D"),
  ]
    .map((value) => plainText(String(value)).replace(/;/g, ","))
    .join(";");
}

/** A semicolon parts values, and stays only where the form has it. */
function cell(text: string, name: string): string {
  const plain = plainText(text).slice(0, LONGEST);
  return /^(TDate|CQSOs|CWWLs|CExcs|CDXCs|CODXC)$/.test(name) ? plain : plain.replace(/;/g, ",").replace(/^\[/, "(");
}

function dayText(at: number): { readonly full: string; readonly time: string } {
  const iso = new Date(at * 1000).toISOString();
  return { full: iso.slice(0, 10).replace(/-/g, ""), time: iso.slice(11, 16).replace(":", "") };
}
