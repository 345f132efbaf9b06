import { resolve } from "../entity";
import { gridOf, type Point } from "../geo";
import { fractionOf } from "../random";
import { SECTIONS, subdivisionsOf } from "../reference";
import { keyedName } from "../signal/keyedName";
import { columnsOf, partsOf } from "./exchange";
import type { Part, Rules } from "./rules";
import { sideByCall } from "./station";

/** Who sends an exchange. */
export interface Exchanger {
  readonly call: string;
  readonly name: string | null;
  readonly point: Point;
  /** dBm. */
  readonly power: number;
}

/** What one of two stations sends: the words of it, and those that stand in the line of a log. */
export interface SaidExchange {
  readonly said: readonly string[];
  readonly logged: readonly string[];
}

/** What holds for one contact alone. */
interface Given {
  readonly report: string;
  readonly serial: number;
  /** Seconds since 1970 UTC. */
  readonly at: number;
}

/** What a station sends in a contest. What is its own it sends every time. */
export function exchangeOf(rules: Rules, operator: Exchanger, given: Given): SaidExchange {
  return wordsOf(rules, sideByCall(rules, operator.call, given.at), "sent", exchangeValues(rules, operator, given));
}

/** As `exchangeOf`, by the parts' ids. */
export function exchangeValues(rules: Rules, operator: Exchanger, given: Given): Record<string, string> {
  const values: Record<string, string> = {};
  for (const part of partsOf(rules, sideByCall(rules, operator.call, given.at))) {
    const value = [part, ...(part.or ?? [])]
      .map((form) => valueOf({ ...part, ...form }, rules, operator, given))
      .find((one) => one !== null);
    if (value !== undefined) values[part.id] = value;
  }
  return values;
}

function wordsOf(
  rules: Rules,
  side: string,
  way: "sent" | "received",
  values: Readonly<Record<string, string>>,
): SaidExchange {
  const present = (parts: readonly Part[]) => parts.flatMap(({ id }) => values[id] ?? []);
  return { said: present(partsOf(rules, side)), logged: present(columnsOf(rules, side, way)) };
}

function valueOf(
  part: Part,
  rules: Rules,
  { call, name, point, power }: Exchanger,
  { report, serial, at }: Given,
): string | null {
  const own = fractionOf(`${call} ${part.type}`);
  const oneOf = <Value>(values: readonly Value[]): Value | undefined => values[Math.floor(own * values.length)];
  const { entity, cqZone, ituZone } = resolve(call, at);
  switch (part.type) {
    case "report":
      return report;
    case "serial":
      return String(serial).padStart(3, "0");
    case "cqZone":
      return cqZone === null ? null : String(cqZone);
    case "ituZone":
      return ituZone === null ? null : String(ituZone);
    case "section":
      return oneOf(SECTIONS)!.code;
    case "subdivision": {
      if (entity === null || !part.entities!.includes(entity.code)) return null;
      const all = subdivisionsOf(entity.code);
      // A station lies in the zone of its call.
      const inZone = all.filter((one) => one.cqZone === null || one.cqZone === cqZone);
      return oneOf(inZone.length > 0 ? inZone : all)?.code ?? null;
    }
    case "list":
      return oneOf(rules.lists[part.list!] ?? [])?.code ?? null;
    case "class":
      return part
        .form!.replace(/#/g, String(1 + Math.floor(own * 4)))
        .replace(/@/g, "A")
        .replace(/\[([^\]]*)\]/g, (_, letters: string) => oneOf([...letters])!);
    case "year":
      return String(1948 + Math.floor(own * 75));
    case "age":
      return String(16 + Math.floor(own * 70));
    case "power":
      return String(Math.round(10 ** (power / 10) / 1000));
    case "name":
      return keyedName(name).split(" ")[0] || null;
    case "grid":
      return gridOf(point, 6)?.toUpperCase() ?? null;
    case "text":
      return keyedName(name).split(" ")[0] || "73";
  }
}

const NUMBERS: ReadonlySet<Part["type"]> = new Set(["report", "serial", "cqZone", "ituZone", "year", "age"]);
/** Words that are said before an exchange, or behind it. */
const BESIDES = new Set("DE R K BK TU UR QSL GM GA GE GD TEST CQ AGN NAME OP NR 73 EE".split(" "));

/** What is heard of the exchange of a station; null where something of it is missing. The calls in it are none. */
export function heardExchange(
  rules: Rules,
  call: string,
  at: number,
  text: string,
  calls: readonly string[],
): SaidExchange | null {
  const side = sideByCall(rules, call, at);
  const parts = partsOf(rules, side);
  const words = text.split(/[\s,]+/).filter((word) => word !== "" && !calls.includes(word));
  const hasReport = parts[0]?.type === "report";
  let begins = words.findIndex((word) => (hasReport ? isReport(word) : !BESIDES.has(word)));
  if (begins < 0) return null;
  // Some give it twice.
  if (hasReport && words[begins + 1] === words[begins] && words.length - begins > parts.length) begins++;
  const values: Record<string, string> = {};
  for (const [index, { id, type, optional }] of parts.entries()) {
    const word = words[begins + index];
    const isMissing = word === undefined || (optional && BESIDES.has(word));
    if (isMissing && !optional) return null;
    if (!isMissing) values[id] = NUMBERS.has(type) ? withFigures(word) : word;
  }
  return wordsOf(rules, side, "received", values);
}

export function isReport(word: string): boolean {
  return /^[1-5][1-9]{1,2}$/.test(withFigures(word));
}

/** The letters that stand for figures in Morse: T for 0, N for 9. */
export function withFigures(word: string): string {
  return /^[\dTN]+$/.test(word) ? word.replace(/T/g, "0").replace(/N/g, "9") : word;
}
