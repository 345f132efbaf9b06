import { type ContactFacts, FACT_FIELDS } from "../contact";
import { byteLength, foldToAscii, isLatin } from "./bytes";
import { ADIF_VERSION } from "./record";
import { creditFields } from "./credits";
import {
  CHANNEL_FIELDS,
  CREDITS_FIELD,
  LETTER_BY_RECEIVED,
  LETTER_BY_SENT,
  LETTER_BY_VIA,
  PARTS_FIELDS,
  PIN_FIELD,
} from "./words";

/** One field, its length in bytes of UTF-8: "<CALL:6>CX3QUA ". */
export function adiField(name: string, value: string, type?: string): string {
  return `<${name}:${byteLength(value)}${type === undefined ? "" : `:${type}`}>${value} `;
}

/** A user-defined field as a header declares it. Without a type it is a text. */
export interface UserDefinedField {
  readonly name: string;
  readonly type?: string | undefined;
  /** What its values can be: "{5:20}" or "{S,M,L}". */
  readonly values?: string | undefined;
}

/**
 * The header of a file.
 *
 * @param userDefined the user-defined fields that records of this file may have
 * @param now seconds since 1970 UTC
 */
export function adiHeader(
  program: { name: string; version: string },
  userDefined: readonly UserDefinedField[],
  now: number,
): string {
  const stamp = new Date(now * 1000).toISOString().replace(/[-:]/g, "").slice(0, 15).replace("T", " ");
  return [
    `${program.name} log\r\n`,
    adiField("ADIF_VER", ADIF_VERSION),
    adiField("CREATED_TIMESTAMP", stamp),
    adiField("PROGRAMID", program.name),
    adiField("PROGRAMVERSION", program.version),
    ...userDefined.map(({ name, type, values }, index) =>
      adiField(`USERDEF${index + 1}`, values === undefined ? name : `${name},${values}`, type ?? "S"),
    ),
    "<EOH>\r\n",
  ].join("");
}

/** A field to be written. */
export interface WrittenField {
  readonly name: string;
  readonly value: string;
  readonly type?: string | undefined;
  readonly userDefined?: boolean | undefined;
}

/** One contact as a record of ADI. */
export function adiRecord(contact: ContactFacts): string {
  return `${fieldsOf(contact, "ADI")
    .map(({ name, value, type }) => adiField(name, value, type))
    .join("")}<EOR>\r\n`;
}

/**
 * The fields of a contact's record, in the order they are written. Text beyond ASCII goes into the twin field, with
 * its nearest ASCII in the plain one; ADX, which has the twin for good, leaves the plain one out for other scripts.
 */
export function fieldsOf(contact: ContactFacts, form: "ADI" | "ADX"): WrittenField[] {
  const written = new Set<string>();
  const fields: WrittenField[] = [];
  const put = (
    name: string,
    value: string | number | null | undefined,
    more?: Pick<WrittenField, "type" | "userDefined">,
  ) => {
    if (value === null || value === undefined || value === "" || written.has(name)) return;
    written.add(name);
    const text = typeof value === "number" ? plainNumber(value) : value;
    fields.push({ name, value: asWritten(name, text, more?.type), ...more });
  };
  const putText = (name: string, twin: string, value: string) => {
    const ascii = foldToAscii(value);
    if (form === "ADI" || isLatin(value)) put(name, ascii);
    if (ascii !== value) put(twin, value);
  };

  for (const { key, kind, adif } of FACT_FIELDS) {
    const value = contact[key];
    if (value === null || (key === "endedAt" && value === contact.startedAt)) continue;
    const [name, second] = adif;
    const text = kind === "kHz" ? megahertz(Number(value)) : typeof value === "number" ? plainNumber(value) : value;
    if (kind === "time") {
      put(name, compactDate(text));
      put(second!, compactTime(text));
    } else if (second === undefined) put(name, text);
    else if (kind === "upper") {
      put(name, text.slice(0, 8));
      put(second, text.slice(8));
    } else putText(name, second, text);
  }
  for (const confirmation of contact.confirmations) {
    const names = CHANNEL_FIELDS.find((channel) => channel.channel === confirmation.channel)!;
    put(names.sent, LETTER_BY_SENT[confirmation.sent]);
    put(names.sentOn, confirmation.sentOn?.replaceAll("-", ""));
    put(names.received, LETTER_BY_RECEIVED[confirmation.received]);
    put(names.receivedOn, confirmation.receivedOn?.replaceAll("-", ""));
    if (names.sentVia !== null) put(names.sentVia, LETTER_BY_VIA[confirmation.sentVia ?? ""]);
    if (names.receivedVia !== null) put(names.receivedVia, LETTER_BY_VIA[confirmation.receivedVia ?? ""]);
  }
  for (const { name, value } of creditFields(contact)) put(name, value);
  if (contact.credits.length > 0) put(CREDITS_FIELD, JSON.stringify(contact.credits));
  if (contact.pin) put(PIN_FIELD, "Y");
  for (const key of ["partsSent", "partsReceived"] as const)
    if (contact[key] !== null) put(PARTS_FIELDS[key], JSON.stringify(contact[key]));
  for (const { name, value, type, userDefined } of contact.extra) put(name, value, { type, userDefined });
  return fields;
}

/** Fields of several lines; fields of programs may have them as well, unless their type says otherwise. */
const MULTILINE = /^(ADDRESS|NOTES|QSLMSG|RIG)(_INTL)?$|^QSLMSG_RCVD$/;
const REFERENCES = /^(MY_)?(IOTA|SOTA_REF|POTA_REF|WWFF_REF)$/;

/** A value in the form of the standard: lines end in CR LF where there are several, else stand in one; no tabs. */
function asWritten(name: string, value: string, type: string | undefined): string {
  if (REFERENCES.test(name)) return value.toUpperCase();
  if (!/[\t\r\n]/.test(value)) return value;
  const hasLines =
    MULTILINE.test(name) || (name.startsWith("APP_") ? type !== "S" && type !== "I" : /^[MG]$/.test(type ?? ""));
  return value.replace(/\t/g, " ").replace(/\r\n|\r|\n/g, hasLines ? "\r\n" : " ");
}

/** A number without an exponent. */
function plainNumber(value: number): string {
  const text = String(value);
  return text.includes("e") ? value.toFixed(20).replace(/\.?0+$/, "") : text;
}

function compactDate(iso: string): string {
  return iso.slice(0, 10).replaceAll("-", "");
}

function compactTime(iso: string): string {
  return iso.slice(11, 19).replaceAll(":", "");
}

/** Hz as MHz without trailing zeros: 14025300 is "14.0253". */
function megahertz(frequencyHz: number): string {
  return (frequencyHz / 1e6).toFixed(6).replace(/\.?0+$/, "");
}
