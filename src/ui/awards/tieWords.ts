import type { TieCause } from "@/core/award";

/** How differences of a kind are mended; null where that is not in our hands. */
type Mending = "fetch" | "fetchConfirmations" | "undo" | "mend" | "log" | "look" | "takeBack" | null;

interface CauseWords {
  /** What makes the difference, as the head of all that have it. */
  readonly title: string;
  /** What to do about it. */
  readonly advice: (service: string) => string;
  readonly by: Mending;
}

const CALLED_OTHERWISE = (service: string) =>
  `If ${service} is right, mend your contact; it is granted with the next fetch. If not, write to ${service}.`;

export const TIE_WORDS: Readonly<Record<TieCause, CauseWords>> = {
  unrecorded: {
    title: "Granted, and the log does not say so yet",
    advice: () => "Fetch the account: it records them.",
    by: "fetch",
  },
  unproven: {
    title: "Granted, and nothing confirms it here",
    advice: () => "Fetch the confirmations from the beginning.",
    by: "fetchConfirmations",
  },
  "other item": {
    title: "Granted for something else than your log counts",
    advice: CALLED_OTHERWISE,
    by: "look",
  },
  gone: {
    title: "The contact was taken out of the log",
    advice: () => "Undo what took it out, and it is granted with the next fetch.",
    by: "undo",
  },
  call: { title: "Your log has the call one letter off", advice: CALLED_OTHERWISE, by: "mend" },
  time: { title: "Your log has another time", advice: CALLED_OTHERWISE, by: "mend" },
  band: { title: "Your log has another band", advice: CALLED_OTHERWISE, by: "mend" },
  mode: { title: "Your log has another mode", advice: CALLED_OTHERWISE, by: "mend" },
  "own call": { title: "Granted under another call of yours", advice: CALLED_OTHERWISE, by: "mend" },
  several: { title: "More than one thing differs from your contact", advice: CALLED_OTHERWISE, by: "look" },
  elsewhere: {
    title: "The contact is in another logbook",
    advice: () => "Your other logbook has the contact; it counts there.",
    by: null,
  },
  none: {
    title: "No contact of yours is near that time",
    advice: () => "If you know it from another log, log it as they say it.",
    by: "log",
  },
  unclaimed: {
    title: "Claimed here, and the account has no such claim",
    advice: () => "Take it back, and claim anew.",
    by: "takeBack",
  },
  "only here": {
    title: "Granted here, and not in the account",
    advice: (service) => `Take it back, and claim it with ${service}; or leave it, if somebody else granted it.`,
    by: "takeBack",
  },
  "unknown item": {
    title: "Granted for something that is in no list here",
    advice: (service) => `Ask ${service} what it means.`,
    by: null,
  },
  twice: {
    title: "Counted twice there",
    advice: (service) => `Its total is too high by as many: tell ${service}.`,
    by: null,
  },
  deleted: {
    title: "Deleted since: its total leaves it out",
    advice: () => "Both are right: it is granted, and counts no more.",
    by: null,
  },
  total: {
    title: "Its total and its list do not agree",
    advice: (service) => `No contact of yours makes the difference: ask ${service} to add it up again.`,
    by: null,
  },
};
