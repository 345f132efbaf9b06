import { type Confirmation, emptyConfirmation } from "../confirm/channel";
import { type Fields, type Gathered, keepFaulty } from "./gathered";
import { readDate } from "./takeTimes";
import { CHANNEL_FIELDS, RECEIVED_BY_LETTER, SENT_BY_LETTER, VIA_BY_LETTER } from "./words";

const CHANNEL_NAMES = new Map(
  CHANNEL_FIELDS.map(({ channel, ...names }) => [channel, Object.values(names).filter((name) => name !== null)]),
);

/** The fields that say how a contact stands on the channels. */
export const CONFIRMATION_NAMES: ReadonlySet<string> = new Set([...CHANNEL_NAMES.values()].flat());

/** How the contact stands on each channel that the record speaks of. */
export function takeConfirmations(fields: Fields, gathered: Gathered): Confirmation[] {
  const confirmations: Confirmation[] = [];
  for (const names of CHANNEL_FIELDS) {
    if (!CHANNEL_NAMES.get(names.channel)!.some((name) => fields.has(name))) continue;
    const confirmation = emptyConfirmation(names.channel);
    let found = false;
    const read = <Value>(name: string | null, meaning: (value: string) => Value | undefined): Value | undefined => {
      const field = name === null ? undefined : fields.get(name);
      if (field === undefined) return undefined;
      const value = meaning(field.value.trim().toUpperCase());
      if (value === undefined) {
        keepFaulty(gathered, field, "is none of the values of the standard");
      } else found = true;
      return value;
    };
    const day = (value: string) => readDate(value) ?? undefined;
    confirmation.sent = read(names.sent, (value) => SENT_BY_LETTER[value]) ?? "no";
    confirmation.sentOn = read(names.sentOn, day) ?? null;
    confirmation.sentVia = read(names.sentVia, (value) => VIA_BY_LETTER[value]) ?? null;
    confirmation.received = read(names.received, (value) => RECEIVED_BY_LETTER[value]) ?? "no";
    confirmation.receivedOn = read(names.receivedOn, day) ?? null;
    confirmation.receivedVia = read(names.receivedVia, (value) => VIA_BY_LETTER[value]) ?? null;
    if (found) confirmations.push(confirmation);
  }
  return confirmations;
}
