import { adiField } from "../../src/core/adif";
import { bandOfFrequency } from "../../src/core/band";
import { isoTime } from "../../src/core/contact";
import type { MadeContact } from "./operator";

/** A contact as the companion sends it: a record of ADIF. */
export function recordOf(contact: MadeContact, call: string, grid: string): string {
  const [from, to] = [contact.startedAt, contact.endedAt].map((time) => isoTime(time).replace(/[-:]/g, ""));
  const fields: readonly (readonly [name: string, value: string])[] = [
    ["CALL", contact.call],
    ["GRIDSQUARE", contact.grid ?? ""],
    ["MODE", "FT8"],
    ["RST_SENT", contact.reportSent],
    ["RST_RCVD", contact.reportReceived],
    ["QSO_DATE", from!.slice(0, 8)],
    ["TIME_ON", from!.slice(9, 15)],
    ["QSO_DATE_OFF", to!.slice(0, 8)],
    ["TIME_OFF", to!.slice(9, 15)],
    ["BAND", bandOfFrequency(contact.frequencyHz)?.name ?? ""],
    ["FREQ", (contact.frequencyHz / 1e6).toFixed(6)],
    ["STATION_CALLSIGN", call],
    ["MY_GRIDSQUARE", grid],
  ];
  const written = fields.filter(([, value]) => value !== "").map(([name, value]) => adiField(name, value));
  return `${written.join("")}<EOR>`;
}
