import { type ContactInput, type ExtraField, isWritable, madeWritable } from "../contact";
import { dataTypeFault } from "./dataTypes";
import type { AdifField, AdifHeader, AdifNote, AdifRecord } from "./record";

/** A contact while its record is understood. */
export type Draft = { -readonly [Key in keyof ContactInput]: ContactInput[Key] };

export type Fields = ReadonlyMap<string, AdifField>;

/** Where remarks and fields without a place are gathered while a record is understood. */
export interface Gathered {
  readonly record: AdifRecord;
  readonly header: AdifHeader;
  readonly notes: AdifNote[];
  readonly extra: ExtraField[];
  /** The line of the file on which a place of the record stands. */
  readonly lineOf: (at: number) => number;
}

/** A field whose value can be kept: signs that are no text are replaced. */
export function writable(gathered: Gathered, field: AdifField): AdifField {
  if (isWritable(field.value)) return field;
  note(gathered, field, "it has signs that are no text; each was replaced");
  return { ...field, value: madeWritable(field.value) };
}

/** Says something of a field. */
export function note({ notes, lineOf }: Gathered, field: AdifField, text: string): void {
  notes.push({ line: lineOf(field.at), field: field.name, text });
}

/** Keeps a field as it came. */
export function keep({ header, extra }: Gathered, { name, value, type }: AdifField): void {
  const field: ExtraField = { name, value };
  const declared = header.userDefined.get(name);
  if (type !== undefined) field.type = type;
  // S is what a user-defined field is without a word.
  else if (declared?.type !== undefined && declared.type !== "S") field.type = declared.type;
  if (declared?.values !== undefined) field.values = declared.values;
  if (declared !== undefined) field.userDefined = true;
  extra.push(field);
}

/** Keeps a field whose value has no place in a contact, and says why: "is no grid". */
export function keepFaulty(gathered: Gathered, field: AdifField, fault: string): void {
  keep(gathered, field);
  note(gathered, field, `"${short(field.value)}" ${fault}; it is kept as it came`);
}

/** Keeps a field that has no place in a contact, and says where its value is not of the field's type. */
export function keepChecked(gathered: Gathered, field: AdifField): void {
  const fault = dataTypeFault(field.name, field.type, field.value);
  if (fault === null) keep(gathered, field);
  else keepFaulty(gathered, field, fault);
}

/** Finds the lines of places of a record. They are mostly asked for in order, so it goes on from the last one. */
export function lineFinder({ raw, line: first }: AdifRecord): (at: number) => number {
  let line = first;
  let lineEnd = -2;
  let lastAt = 0;
  return (at) => {
    if (at < lastAt) {
      line = first;
      lineEnd = -2;
    }
    lastAt = at;
    if (lineEnd === -2) lineEnd = raw.indexOf("\n");
    while (lineEnd >= 0 && lineEnd < at) {
      line++;
      lineEnd = raw.indexOf("\n", lineEnd + 1);
    }
    return line;
  };
}

/** The beginning of a long text. */
export function short(text: string): string {
  return text.length > 40 ? `${text.slice(0, 40)}…` : text;
}
