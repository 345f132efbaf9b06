import type { ContactFacts } from "./contact";

/** How a fact is typed and shown. "upper" is text in capitals; "long" is text of many words. */
export type FactKind = "text" | "long" | "upper" | "band" | "mode" | "number" | "entity" | "kHz" | "watts" | "time";

export type FactKey = Exclude<keyof ContactFacts, "confirmations" | "extra" | "pin" | "siteId">;

/** A fact of a contact that can be seen, filtered by, and changed by hand. */
export interface FactField {
  readonly key: FactKey;
  readonly label: string;
  readonly kind: FactKind;
}

const field = (key: FactKey, label: string, kind: FactKind = "text"): FactField => ({ key, label, kind });

/** All facts that can be changed by hand, in groups as an operator thinks of them. */
export const FACT_GROUPS: readonly { readonly title: string; readonly fields: readonly FactField[] }[] = [
  {
    title: "Contact",
    fields: [
      field("call", "Call", "upper"),
      field("startedAt", "Start, UTC", "time"),
      field("endedAt", "End, UTC", "time"),
      field("band", "Band", "band"),
      field("frequencyHz", "kHz", "kHz"),
      field("mode", "Mode", "mode"),
      field("submode", "Submode"),
      field("reportSent", "Report sent"),
      field("reportReceived", "Report received"),
      field("bandReceived", "Band, receiving", "band"),
      field("frequencyReceivedHz", "kHz, receiving", "kHz"),
    ],
  },
  {
    title: "Their side",
    fields: [
      field("name", "Name"),
      field("place", "Place"),
      field("grid", "Grid", "upper"),
      field("state", "State or province"),
      field("county", "County"),
      field("entityCode", "Entity", "entity"),
      field("continent", "Continent", "upper"),
      field("cqZone", "CQ zone", "number"),
      field("ituZone", "ITU zone", "number"),
      field("island", "Island reference", "upper"),
      field("summit", "Summit reference", "upper"),
      field("park", "Park references", "upper"),
      field("theirPower", "Power, W", "watts"),
    ],
  },
  {
    title: "Our side",
    fields: [
      field("ownCall", "Call on the air", "upper"),
      field("operator", "Operator"),
      field("ownGrid", "Own grid", "upper"),
      field("ownState", "Own state or province"),
      field("ownCounty", "Own county"),
      field("ownEntityCode", "Own entity", "entity"),
      field("ownCqZone", "Own CQ zone", "number"),
      field("ownItuZone", "Own ITU zone", "number"),
      field("power", "Own power, W", "watts"),
    ],
  },
  {
    title: "Contest, satellite, propagation",
    fields: [
      field("contestId", "Contest"),
      field("serialSent", "Serial sent", "number"),
      field("serialReceived", "Serial received", "number"),
      field("exchangeSent", "Exchange sent"),
      field("exchangeReceived", "Exchange received"),
      field("propagation", "Propagation mode"),
      field("satellite", "Satellite"),
      field("satelliteMode", "Satellite mode"),
    ],
  },
  { title: "Remarks", fields: [field("comment", "Comment"), field("notes", "Notes", "long")] },
];

export const FACT_FIELDS: readonly FactField[] = FACT_GROUPS.flatMap((group) => group.fields);

/** A fact as text, as it is typed into a field; "" where there is none. */
export function factText(kind: FactKind, value: string | number | null): string {
  if (value === null) return "";
  if (kind === "kHz") return String(Number(value) / 1000);
  if (kind === "time") return String(value).replace("T", " ").replace("Z", "");
  return String(value);
}
