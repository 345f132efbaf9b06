import type { CompleteContact } from "../contact";
import { columnText, type LogColumn } from "./columns";

/** Tells programs that guess at encodings that this is UTF-8. */
const BYTE_ORDER_MARK = "\uFEFF";

/** The first line of a CSV file (RFC 4180). */
export function csvHeader(columns: readonly LogColumn[]): string {
  return BYTE_ORDER_MARK + csvLine(columns.map(({ label }) => label));
}

/** A contact as a line of a CSV file. */
export function csvRecord(contact: CompleteContact, columns: readonly LogColumn[]): string {
  return csvLine(columns.map((column) => columnText(contact, column)));
}

/** A CSV file of cells. */
export function csvText(lines: readonly (readonly string[])[]): string {
  return BYTE_ORDER_MARK + lines.map(csvLine).join("");
}

function csvLine(cells: readonly string[]): string {
  return `${cells.map(csvCell).join(",")}\r\n`;
}

/** A number, or a report like -08, which is no formula though it begins with a sign. */
const HARMLESS = /^[+-]?\d+([.,]\d+)?$/;

/** A cell, quoted as needed. What a spreadsheet would run as a formula is made plain text by an apostrophe. */
function csvCell(text: string): string {
  const plain = /^[=+\-@\t\r]/.test(text) && !HARMLESS.test(text) ? `'${text}` : text;
  return /[",\r\n]/.test(plain) ? `"${plain.replace(/"/g, '""')}"` : plain;
}
