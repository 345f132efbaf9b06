import { type Channel, CHANNELS, type Confirmation, emptyConfirmation, isConfirmed, standing } from "../confirm";
import { type CompleteContact, FACT_GROUPS, type FactKey, type FactKind, factText } from "../contact";
import { entityByCode } from "../entity";
import { gridDistance } from "../geo";

type ConfirmationKey = Exclude<keyof Confirmation, "channel">;

export type ColumnKind = FactKind | "sent" | "received" | "day" | "flag" | "standing" | "modeGroup";

/** Something that a log table can show, and a filter can ask for. */
export interface LogColumn {
  readonly id: string;
  readonly label: string;
  /** A short label, for the head of the table. */
  readonly title: string;
  readonly group: string;
  readonly kind: ColumnKind;
  /** Pixels, until it is dragged. */
  readonly width: number;
  /** Of columns about a confirmation: which channel, and what of it. */
  readonly channel?: Channel;
  readonly of?: ConfirmationKey;
}

const WIDTH_OF_KIND: Readonly<Partial<Record<ColumnKind, number>>> = {
  time: 128,
  band: 62,
  entity: 150,
  number: 64,
  kHz: 92,
  watts: 80,
  sent: 110,
  received: 110,
  day: 110,
};

const CONFIRMATION_COLUMNS: readonly (readonly [ConfirmationKey, string, ColumnKind])[] = [
  ["sent", "ours", "sent"],
  ["sentOn", "ours, on", "day"],
  ["sentVia", "ours, by way of", "text"],
  ["received", "theirs", "received"],
  ["receivedOn", "theirs, on", "day"],
  ["receivedVia", "theirs, by way of", "text"],
];

/** Every column that a log table can have. */
export const LOG_COLUMNS: readonly LogColumn[] = [
  ...FACT_GROUPS.flatMap(({ title: group, fields }) =>
    fields.map(({ key: id, label, title = label, kind, width = WIDTH_OF_KIND[kind] ?? 100 }) => ({
      id,
      label,
      title,
      group,
      kind,
      width,
    })),
  ),
  { id: "modeGroup", label: "Mode group", title: "Group", group: "Contact", kind: "modeGroup", width: 80 },
  { id: "distanceKm", label: "Distance, km", title: "km away", group: "Contact", kind: "number", width: 76 },
  { id: "confirmed", label: "Confirmed", title: "Confirmed", group: "Contact", kind: "flag", width: 84 },
  { id: "pin", label: "Pin", title: "Pin", group: "Remarks", kind: "flag", width: 48 },
  ...CHANNELS.flatMap(({ id: channel, name }): LogColumn[] => {
    return [
      { id: channel, label: name, title: name, group: name, kind: "standing", width: 106, channel },
      ...CONFIRMATION_COLUMNS.map(([of, label, kind]) => ({
        id: `${channel}.${of}`,
        label: `${name}, ${label}`,
        title: `${name}, ${label}`,
        group: name,
        kind,
        width: WIDTH_OF_KIND[kind] ?? 110,
        channel,
        of,
      })),
    ];
  }),
];

const BY_ID = new Map(LOG_COLUMNS.map((column) => [column.id, column]));

export function columnById(id: string): LogColumn | undefined {
  return BY_ID.get(id);
}

/** The columns of a new view. */
export const USUAL_COLUMNS: readonly string[] = [
  "startedAt",
  "call",
  "band",
  "frequencyHz",
  "mode",
  "reportSent",
  "reportReceived",
  "entityCode",
  "name",
  ...CHANNELS.filter(({ proof }) => proof === "signed").map(({ id }) => id),
  "card",
  "comment",
];

/** What stands in a column of a contact, as plain text; "" for nothing. */
export function columnText(contact: CompleteContact, column: LogColumn): string {
  if (column.channel !== undefined) {
    const confirmation = contact.confirmations.find(({ channel }) => channel === column.channel);
    if (column.of === undefined) return standing(confirmation) ?? "";
    return (confirmation ?? emptyConfirmation(column.channel))[column.of] ?? "";
  }
  if (column.id === "pin") return contact.pin ? "pinned" : "";
  if (column.id === "modeGroup") return contact.modeGroup;
  if (column.id === "confirmed") return contact.confirmations.some(isConfirmed) ? "confirmed" : "";
  if (column.id === "distanceKm") return String(gridDistance(contact.ownGrid, contact.grid) ?? "");
  const value = contact[column.id as FactKey];
  if (column.kind === "entity") return value === null ? "" : (entityByCode(Number(value))?.name ?? String(value));
  return factText(column.kind as FactKind, value);
}
