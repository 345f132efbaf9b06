import type { ReactNode } from "react";
import { bandLabel, formatFrequency } from "@/core/band";
import { type Channel, isConfirmed } from "@/core/confirm";
import type { StoredContact } from "@/core/contract";
import { entityByCode } from "@/core/entity";
import { shortTime } from "../kit/format";
import { Mark } from "../kit/Mark";

export interface Column {
  readonly id: string;
  readonly title: string;
  /** A grid track: fixed, or a share of what is left. */
  readonly track: string;
  readonly mono?: boolean;
  readonly right?: boolean;
  readonly cell: (contact: StoredContact, thisYear: number) => ReactNode;
}

export const LOG_COLUMNS: readonly Column[] = [
  {
    id: "startedAt",
    title: "UTC",
    track: "128px",
    mono: true,
    cell: ({ startedAt }, thisYear) => shortTime(startedAt, thisYear),
  },
  { id: "call", title: "Call", track: "118px", mono: true, cell: ({ call }) => <b className="font-bold">{call}</b> },
  { id: "band", title: "Band", track: "56px", cell: ({ band }) => bandLabel(band) },
  {
    id: "frequency",
    title: "kHz",
    track: "92px",
    mono: true,
    right: true,
    cell: ({ frequencyHz }) => (frequencyHz === null ? "" : formatFrequency(frequencyHz)),
  },
  {
    id: "mode",
    title: "Mode",
    track: "60px",
    cell: ({ mode, submode }) => (mode === "SSB" ? mode : (submode ?? mode)),
  },
  { id: "reportSent", title: "Sent", track: "48px", mono: true, cell: ({ reportSent }) => reportSent },
  { id: "reportReceived", title: "Rcvd", track: "48px", mono: true, cell: ({ reportReceived }) => reportReceived },
  {
    id: "entity",
    title: "Entity",
    track: "minmax(110px,1.2fr)",
    cell: ({ entityCode }) => (entityCode === null ? "" : (entityByCode(entityCode)?.name ?? entityCode)),
  },
  { id: "name", title: "Name", track: "minmax(70px,0.7fr)", cell: ({ name }) => name },
  {
    id: "lantern",
    title: "Lantern",
    track: "100px",
    cell: (contact) => <ChannelState contact={contact} channel="lantern" />,
  },
  { id: "card", title: "Card", track: "100px", cell: (contact) => <ChannelState contact={contact} channel="card" /> },
  {
    id: "comment",
    title: "Comment",
    track: "minmax(80px,1fr)",
    cell: ({ comment }) => <span className="text-soft">{comment}</span>,
  },
];

/** How a contact stands on a channel, in mark and word. */
function ChannelState({ contact, channel }: { contact: StoredContact; channel: Channel }) {
  const confirmation = contact.confirmations.find((entry) => entry.channel === channel);
  if (confirmation === undefined) return null;
  if (channel === "card" && confirmation.sent === "wanted") return state("waiting", "owed");
  if (isConfirmed(confirmation)) return state("safe", "confirmed");
  if (confirmation.sent === "sent") return state("hold", "sent");
  if (confirmation.sent === "waiting") return state("waiting", "waiting");
  return null;
}

function state(kind: "safe" | "hold" | "waiting", word: string) {
  return (
    <>
      <Mark kind={kind} /> <span className="text-soft">{word}</span>
    </>
  );
}
