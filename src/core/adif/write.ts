import type { ContactFacts } from "../contact";
import { byteLength, foldToAscii } from "./bytes";
import { ADIF_VERSION } from "./record";
import { CHANNEL_FIELDS, LETTER_BY_RECEIVED, LETTER_BY_SENT, LETTER_BY_VIA } from "./words";

/** One field, its length in bytes of UTF-8: "<CALL:6>CX3QUA ". */
export function adiField(name: string, value: string, type?: string): string {
  return `<${name}:${byteLength(value)}${type === undefined ? "" : `:${type}`}>${value} `;
}

/** A user-defined field as a header declares it. Without a type it is a text. */
export interface UserDefinedField {
  readonly name: string;
  readonly type?: string | undefined;
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
    ...userDefined.map(({ name, type }, index) => adiField(`USERDEF${index + 1}`, name, type ?? "S")),
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
  return `${fieldsOf(contact)
    .map(({ name, value, type }) => adiField(name, value, type))
    .join("")}<EOR>\r\n`;
}

/**
 * The fields of a contact's record, in the order they are written. Text beyond ASCII goes into the twin field, with
 * its nearest ASCII in the plain one.
 */
export function fieldsOf(contact: ContactFacts): WrittenField[] {
  const written = new Set<string>();
  const fields: WrittenField[] = [];
  const put = (
    name: string,
    value: string | number | null | undefined,
    more?: Pick<WrittenField, "type" | "userDefined">,
  ) => {
    if (value === null || value === undefined || value === "" || written.has(name)) return;
    written.add(name);
    fields.push({ name, value: String(value), ...more });
  };
  const putText = (name: string, value: string | null) => {
    if (value === null) return;
    const ascii = foldToAscii(value);
    put(name, ascii);
    if (ascii !== value) put(`${name}_INTL`, value);
  };

  put("CALL", contact.call);
  put("QSO_DATE", compactDate(contact.startedAt));
  put("TIME_ON", compactTime(contact.startedAt));
  if (contact.endedAt !== contact.startedAt) {
    put("QSO_DATE_OFF", compactDate(contact.endedAt));
    put("TIME_OFF", compactTime(contact.endedAt));
  }
  put("BAND", contact.band);
  put("FREQ", megahertz(contact.frequencyHz));
  put("BAND_RX", contact.bandReceived);
  put("FREQ_RX", megahertz(contact.frequencyReceivedHz));
  put("MODE", contact.mode);
  put("SUBMODE", contact.submode);
  put("RST_SENT", contact.reportSent);
  put("RST_RCVD", contact.reportReceived);
  putText("NAME", contact.name);
  putText("QTH", contact.place);
  put("GRIDSQUARE", contact.grid?.slice(0, 8));
  put("GRIDSQUARE_EXT", contact.grid?.slice(8));
  put("STATE", contact.state);
  put("CNTY", contact.county);
  put("DXCC", contact.entityCode);
  put("CONT", contact.continent);
  put("CQZ", contact.cqZone);
  put("ITUZ", contact.ituZone);
  put("IOTA", contact.island);
  put("SOTA_REF", contact.summit);
  put("POTA_REF", contact.park);
  put("RX_PWR", contact.theirPower);
  put("STATION_CALLSIGN", contact.ownCall);
  put("OPERATOR", contact.operator);
  put("MY_GRIDSQUARE", contact.ownGrid);
  put("MY_STATE", contact.ownState);
  put("MY_CNTY", contact.ownCounty);
  put("MY_DXCC", contact.ownEntityCode);
  put("MY_CQ_ZONE", contact.ownCqZone);
  put("MY_ITU_ZONE", contact.ownItuZone);
  put("TX_PWR", contact.power);
  put("CONTEST_ID", contact.contestId);
  put("STX", contact.serialSent);
  put("SRX", contact.serialReceived);
  put("STX_STRING", contact.exchangeSent);
  put("SRX_STRING", contact.exchangeReceived);
  put("PROP_MODE", contact.propagation);
  put("SAT_NAME", contact.satellite);
  put("SAT_MODE", contact.satelliteMode);
  for (const confirmation of contact.confirmations) {
    const names = CHANNEL_FIELDS.find((channel) => channel.channel === confirmation.channel)!;
    put(names.sent, LETTER_BY_SENT[confirmation.sent]);
    put(names.sentOn, confirmation.sentOn?.replaceAll("-", ""));
    put(names.received, LETTER_BY_RECEIVED[confirmation.received]);
    put(names.receivedOn, confirmation.receivedOn?.replaceAll("-", ""));
    if (names.sentVia !== null) put(names.sentVia, LETTER_BY_VIA[confirmation.sentVia ?? ""]);
    if (names.receivedVia !== null) put(names.receivedVia, LETTER_BY_VIA[confirmation.receivedVia ?? ""]);
  }
  putText("COMMENT", contact.comment);
  putText("NOTES", contact.notes);
  if (contact.pin) put("APP_YPSILOID_PIN", "Y");
  for (const { name, value, type, userDefined } of contact.extra) put(name, value, { type, userDefined });
  return fields;
}

function compactDate(iso: string): string {
  return iso.slice(0, 10).replaceAll("-", "");
}

function compactTime(iso: string): string {
  return iso.slice(11, 19).replaceAll(":", "");
}

/** Hz as MHz without trailing zeros: 14025300 is "14.0253". */
function megahertz(frequencyHz: number | null): string | null {
  return frequencyHz === null ? null : (frequencyHz / 1e6).toFixed(6).replace(/\.?0+$/, "");
}
