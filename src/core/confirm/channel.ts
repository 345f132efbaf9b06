import { z } from "zod";
import { SERVICES, type ServiceId } from "./services";

/** A way in which a contact is confirmed: on paper, or through a service. */
export type Channel = "card" | ServiceId;

/** What a confirmation that comes that way proves: a card can be shown, a signature checked, what is told is believed. */
export const PROOFS = ["paper", "signed", "told"] as const;
export type Proof = (typeof PROOFS)[number];
/** Which of the standard's sets of fields carries its state in files. */
export type RecordSet = "paper" | "signed" | "unsigned";

interface ChannelFacts {
  readonly id: Channel;
  readonly name: string;
  readonly proof: Proof;
  readonly recordedAs: RecordSet;
}

/** All channels, cards first. */
export const CHANNELS: readonly ChannelFacts[] = [
  { id: "card", name: "Card", proof: "paper", recordedAs: "paper" },
  ...SERVICES.map(({ id, name, proof, recordedAs }) => ({ id, name, proof, recordedAs })),
];
const NAMES: ReadonlyMap<Channel, string> = new Map(CHANNELS.map(({ id, name }) => [id, name]));

export function channelName(channel: Channel): string {
  return NAMES.get(channel)!;
}

export const CHANNEL_IDS = CHANNELS.map(({ id }) => id) as [Channel, ...Channel[]];

/** Our side: not sent, asked for, waiting to go, sent, or not to be sent at all. */
export const SENT_STATES = ["no", "wanted", "waiting", "sent", "ignored"] as const;
export type SentState = (typeof SENT_STATES)[number];

/** Their side: nothing, asked for, confirmed, confirmed and checked for an award, or of no interest. */
export const RECEIVED_STATES = ["no", "wanted", "confirmed", "verified", "ignored"] as const;
/** Those by which the other station has confirmed. */
export const CONFIRMED_STATES = [
  "confirmed",
  "verified",
] as const satisfies readonly (typeof RECEIVED_STATES)[number][];
export type ReceivedState = (typeof RECEIVED_STATES)[number];

const date = z.iso.date().nullable().default(null);

/** What is known of one contact on one channel. Dates are UTC days, "2026-11-23". */
export const confirmationSchema = z.strictObject({
  channel: z.enum(CHANNEL_IDS),
  sent: z.enum(SENT_STATES).default("no"),
  sentOn: date,
  sentVia: z.string().max(20).nullable().default(null),
  received: z.enum(RECEIVED_STATES).default("no"),
  receivedOn: date,
  receivedVia: z.string().max(20).nullable().default(null),
});
export type Confirmation = z.output<typeof confirmationSchema>;

/** Whether the other station has confirmed. */
export function isConfirmed(confirmation: Pick<Confirmation, "received">): boolean {
  return CONFIRMED_STATES.some((state) => state === confirmation.received);
}

export function emptyConfirmation(channel: Channel): Confirmation {
  return { channel, sent: "no", sentOn: null, sentVia: null, received: "no", receivedOn: null, receivedVia: null };
}

/** How a contact stands on one channel. */
export function confirmationOf(confirmations: readonly Confirmation[], channel: Channel): Confirmation {
  return confirmations.find((one) => one.channel === channel) ?? emptyConfirmation(channel);
}

/** The confirmations with that of one channel changed, or added; one that says nothing is none. */
export function withConfirmation(
  confirmations: readonly Confirmation[],
  channel: Channel,
  change: Partial<Omit<Confirmation, "channel">>,
): Confirmation[] {
  const next = { ...confirmationOf(confirmations, channel), ...change };
  const others = confirmations.filter((one) => one.channel !== channel);
  return saysNothing(next) ? others : [...others, next];
}

function saysNothing(confirmation: Confirmation): boolean {
  const empty = emptyConfirmation(confirmation.channel);
  return Object.keys(empty).every(
    (key) => confirmation[key as keyof Confirmation] === empty[key as keyof Confirmation],
  );
}

/** The confirmations with each of the services waited for, where nothing says that it has the contact. */
export function queuedFor(confirmations: readonly Confirmation[], services: readonly ServiceId[]): Confirmation[] {
  const lacking = services.filter((service) => confirmationOf(confirmations, service).sent === "no");
  return lacking.reduce<Confirmation[]>(
    (known, service) => withConfirmation(known, service, { sent: "waiting" }),
    [...confirmations],
  );
}

/** The services that a contact waits for. */
export function servicesWaitedFor(confirmations: readonly Confirmation[]): ServiceId[] {
  return confirmations.flatMap(({ channel, sent }) => (channel !== "card" && sent === "waiting" ? [channel] : []));
}

/** How a contact stands on a channel, in a word: the furthest it got. Null where nothing is to be said. */
export function standing(confirmation: Confirmation | undefined): "owed" | "confirmed" | "sent" | "waiting" | null {
  if (confirmation === undefined) return null;
  if (confirmation.channel === "card" && confirmation.sent === "wanted") return "owed";
  if (isConfirmed(confirmation)) return "confirmed";
  if (confirmation.sent === "sent" || confirmation.sent === "waiting") return confirmation.sent;
  return null;
}
