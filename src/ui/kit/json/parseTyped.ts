import { parse, type ParseError, printParseErrorCode } from "jsonc-parser";
import type { JsonFault } from "./JsonEditor";

/** What the reader of JSON says, in words. */
const JSON_FAULTS: Readonly<Record<string, string>> = {
  InvalidSymbol: "a word that is no value; texts stand in double quotes",
  InvalidNumberFormat: "a number that is none",
  PropertyNameExpected: "a name in double quotes is missing",
  ValueExpected: "a value is missing",
  ColonExpected: "a colon is missing before it",
  CommaExpected: "a comma is missing before it",
  CloseBraceExpected: "a } is missing",
  CloseBracketExpected: "a ] is missing",
  EndOfFileExpected: "more stands behind the definition",
  UnexpectedEndOfString: "a text does not end",
  UnexpectedEndOfNumber: "a number does not end",
  InvalidEscapeCharacter: "a \\ in a text means nothing so",
  InvalidCharacter: "a sign that cannot stand in a text",
};

/** A text of JSON as it is typed: what it says, or where it is none and why. */
export function parseTyped(
  text: string,
): { readonly ok: true; readonly data: unknown } | { readonly ok: false; readonly fault: JsonFault } {
  const errors: ParseError[] = [];
  const data: unknown = parse(text, errors);
  const [first] = errors;
  if (first === undefined) return { ok: true, data };
  const said = JSON_FAULTS[printParseErrorCode(first.error)] ?? "something is wrong here";
  return { ok: false, fault: { at: first.offset, text: `Line ${lineOf(text, first.offset)} is no JSON: ${said}` } };
}

export function lineOf(text: string, offset: number): number {
  return text.slice(0, offset).split("\n").length;
}

/** Where a fault of a definition stands: "points.0.if" is in the first of the points. */
export function pathOf(field: string): (string | number)[] {
  return field === "(whole)" ? [] : field.split(".").map((step) => (/^\d+$/.test(step) ? Number(step) : step));
}
