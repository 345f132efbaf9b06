import type { Moment, Step, Way } from "../contest";
import type { PracticePhase } from "./floor";

/** One step as it is explained: what goes on and what to do, and which message belongs to it. */
export interface Coached {
  readonly id: string;
  readonly says: string;
  readonly moment: Moment | null;
}

interface Now {
  readonly way: Way;
  readonly phase: PracticePhase;
  /** The call that is typed. */
  readonly call: string;
  readonly step: Pick<Step, "send" | "logs">;
  /** We send just now. */
  readonly sending: boolean;
}

const RUN = {
  sending: "Your message goes out. Listen for the answer: it begins as soon as you are done.",
  call: "Nobody is there yet. Enter calls everybody; in a run you do so again whenever the frequency falls silent.",
  listen: "Somebody calls you. Type his call as you hear it; a part of it will do.",
  answer:
    "Enter sends the call that stands there, and your exchange. If it was a part of his call, he gives all of it.",
  mend: "Is the call whole? If not, type what is missing and press Enter again: he hears it, and sends his exchange.",
  again: "He missed your exchange. Send it again with its key; Enter would ask him instead.",
  exchange: "He sends his exchange now. Space goes to its fields; type it. If you missed it, Enter asks again.",
  thanks: "All of it is there. Enter thanks him and logs the contact; who still waits calls you at once.",
} as const;
const SEARCH = {
  sending: "Your message goes out. He answers you when he is done with others, or calls on.",
  tune: "Nobody is where you listen. Go to the next station, and wait until you hear its call.",
  listen: "A station calls. Type its call as you hear it, before you send anything.",
  answer: "When it stops sending, Enter sends your call, once. If it answers another one, wait and send again.",
  exchange:
    "It has sent your call and its exchange. Was your call right? Type the exchange; Enter asks again if you missed it.",
  again: "It missed a part of your exchange. Send it again.",
  thanks: "All of it is there. Enter sends your exchange, and logs the contact.",
} as const;

/** What a newcomer is told at this moment. */
export function coached({ way, phase, call, step, sending }: Now): Coached {
  if (way === "run") {
    const say = (id: keyof typeof RUN, moment: Moment | null): Coached => ({ id, says: RUN[id], moment });
    if (sending) return say("sending", null);
    if (call === "") return phase === "quiet" ? say("call", "call") : say("listen", null);
    if (step.send === "exchange") return say("answer", "exchange");
    if (phase === "asks") return say("again", "exchange");
    if (step.logs) return say("thanks", "thanks");
    return phase === "sent" ? say("exchange", "again") : say("mend", null);
  }
  const say = (id: keyof typeof SEARCH, moment: Moment | null): Coached => ({ id, says: SEARCH[id], moment });
  if (sending) return say("sending", null);
  if (phase === "quiet") return say("tune", null);
  if (call === "") return say("listen", null);
  if (phase === "asks") return say("again", "exchange");
  if (step.logs) return say("thanks", "exchange");
  return phase === "sent" ? say("exchange", "again") : say("answer", "answer");
}
