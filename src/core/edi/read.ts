import { bandOfWord, type EdiContact, modeOfCode } from "./forms";

/** One contact as a log says it. */
export interface ReadEdiLine extends EdiContact {
  readonly band: string;
}

/** What a line of a log is. */
type EdiSaid =
  | { readonly kind: "contact"; readonly contact: ReadEdiLine }
  | { readonly kind: "fault"; readonly text: string }
  /** A line of the header, of the remarks, or an empty one. */
  | { readonly kind: "other" };

/** Reads a log in the form of IARU Region 1 line by line. */
export interface EdiLogReader {
  take(line: string): EdiSaid;
  /** The values of the header so far, by their names in capitals. */
  readonly header: ReadonlyMap<string, string>;
}

const LONGEST_HEADER = 200;
const OTHER: EdiSaid = { kind: "other" };

/** Whether a text begins as a log of this form does. */
export function isEdi(beginning: string): boolean {
  return /^(?:\u00ef\u00bb\u00bf|\ufeff)?\s*\[REG1TEST/i.test(beginning);
}

export function ediLogReader(): EdiLogReader {
  const header = new Map<string, string>();
  let section: "header" | "remarks" | "contacts" | "end" = "header";

  return {
    header,
    take(raw) {
      const line = raw.trim();
      if (line === "") return OTHER;
      const opened = /^\[\s*(\w+)/.exec(line)?.[1]?.toUpperCase();
      if (opened !== undefined) {
        if (opened === "REMARKS") section = "remarks";
        else if (opened === "QSORECORDS") section = "contacts";
        else if (opened === "END") section = "end";
        return OTHER;
      }
      if (section === "header") {
        const [, name, value] = /^(\w+)\s*=\s*(.*)$/.exec(line) ?? [];
        if (name !== undefined && header.size < LONGEST_HEADER) header.set(name.toUpperCase(), value!.trim());
        return OTHER;
      }
      if (section === "remarks") return OTHER;
      const fault = (text: string): EdiSaid => ({ kind: "fault", text });
      if (section === "end") return fault("it stands behind the end of the log");
      return contactOf(
        line.split(";").map((cell) => cell.trim()),
        header,
        fault,
      );
    },
  };
}

function contactOf(
  cells: readonly string[],
  header: ReadonlyMap<string, string>,
  fault: (text: string) => EdiSaid,
): EdiSaid {
  const [day = "", time = "", call = "", code = "", ...said] = cells;
  const [reportSent = "", serialSent = "", reportReceived = "", serialReceived = "", exchange = "", grid = ""] = said;
  if (cells.length < 10)
    return fault(
      `it has ${cells.length} values, and a contact has 10 at least: date;time;call;mode;reports and serials;exchange;grid`,
    );
  const band = bandOfWord(header.get("PBAND") ?? "");
  if (band === undefined)
    return fault(`the header's PBand, "${header.get("PBAND") ?? ""}", is no band: write it as in 144 MHz`);
  const startedAt = timeOf(day, time, header.get("TDATE") ?? "");
  if (startedAt === null) return fault(`"${day};${time}" is no day and time: they are written as in 260113;2205`);
  if (/^ERROR$/i.test(call)) return fault("it is marked as an error by who wrote the log, and has no call");
  const mode = modeOfCode(code);
  if (mode === undefined) return fault(`its mode, "${code}", is not known: 1 is SSB, 2 CW, 6 FM, 7 RTTY`);
  return {
    kind: "contact",
    contact: {
      startedAt,
      call: call.toUpperCase(),
      mode,
      band,
      reportSent,
      serialSent,
      reportReceived,
      serialReceived,
      exchangeReceived: exchange,
      grid: grid.toUpperCase(),
    },
  };
}

/** Two figures of a year are of the contest's century; null where there is no such day or minute. */
function timeOf(day: string, time: string, contestDays: string): number | null {
  const [, year, month, date] = /^(\d{2})(\d{2})(\d{2})$/.exec(day) ?? [];
  const [, hours, minutes] = /^([01]\d|2[0-3])([0-5]\d)$/.exec(time) ?? [];
  if (year === undefined || hours === undefined) return null;
  const century = /^\d{8}/.test(contestDays) ? contestDays.slice(0, 2) : "20";
  const iso = `${century}${year}-${month}-${date}T${hours}:${minutes}:00.000Z`;
  const at = Date.parse(iso);
  return Number.isNaN(at) || new Date(at).toISOString() !== iso ? null : at / 1000;
}
