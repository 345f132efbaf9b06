import type { z } from "zod";
import { formatFrequency } from "../../core/band";
import { isoTime } from "../../core/contact";
import type { Radio, radioCommandSchema } from "../../core/contract";
import {
  type Descriptor,
  filled,
  modesOf,
  PART_NAMES,
  PARTS,
  type RadioChange,
  type RadioState,
} from "../../core/radio";
import { unkeyable } from "../../core/signal";
import { fullTime } from "../../core/time/words";
import { done, failed, invalid, type Problem, type Result } from "../problem";
import { bandMemory, REMEMBERED } from "./bandMemory";
import { createLease } from "./lease";
import type { Connection, Opening } from "./linkKind";
import type { RadioSettings } from "./radioSettings";
import type { Talker } from "./talker";

type Command = z.output<typeof radioCommandSchema>;

const STOPPED = failed(409, "Stopped", "it was stopped before it began");
/** So often a radio is told that it is to go on, where it stops without that. */
const HOLD_MS = 500;
/** Where it stays for so long is remembered for the band. */
const SETTLED_MS = 1500;

/** An open radio: does what it is told, remembers its bands, and stops what transmits too long. */
export function radioConnection(
  opening: Opening<RadioSettings>,
  descriptor: Descriptor,
  talker: Talker,
  onHeard: (heard: (change: Partial<RadioState>) => void) => void,
): Connection<Command> {
  const { settings, name, context, say, remark, sending } = opening;
  const { parts, key } = descriptor;
  const tells: string[] = PART_NAMES.filter((part) => parts[part]?.tell !== undefined).map((part) => PARTS[part].field);
  const limitSeconds = Math.min(settings.limitSeconds, descriptor.limitSeconds ?? Infinity);
  let limit: NodeJS.Timeout | undefined;
  let holds: NodeJS.Timeout | undefined;
  let ids = 0;
  /** Counts how often it was stopped: what was about to begin then does not. */
  let stops = 0;
  /** The position for which it is about to begin. */
  let beginningFor: string | null = null;
  /** The text that is keyed, and for whom. */
  let keying: { readonly id: number; readonly position: string; readonly text: string } | null = null;

  function keyed(is: "done" | "stopped" | "limit"): void {
    if (keying === null) return;
    say({ is, id: keying.id, text: keying.text }, keying.position);
    keying = null;
  }

  function stop(): boolean {
    stops++;
    const order = descriptor.stop ?? stopOrder(descriptor);
    if (order === null) return false;
    talker.urgent(order.tell, order.done);
    keyed("stopped");
    return talker.state.transmitting !== false;
  }

  /**
   * Begins a transmission: that it transmits is kept before it does, a radio that is to be held is so before it begins,
   * and nothing begins that was stopped meanwhile.
   */
  async function begin(position: string, order: () => Promise<Result<null>>): Promise<Result<null>> {
    const before = stops;
    beginningFor = position;
    try {
      await sending(true);
      if (stops !== before) return STOPPED;
      hold();
      return await order();
    } finally {
      beginningFor = null;
    }
  }

  /** What did not begin is not kept as if it had. */
  async function notBegun({ problem }: { problem: Problem }) {
    const goesOn = talker.state.transmitting === true;
    if (!goesOn) clearInterval(holds);
    await sending(goesOn);
    return problem === STOPPED.problem ? STOPPED : refused(problem);
  }

  /** It goes on for as long as this server is there. */
  function hold(): void {
    const order = descriptor.hold;
    if (order === undefined) return;
    clearInterval(holds);
    const goOn = () => void talker.order(order.tell, order.done);
    goOn();
    holds = setInterval(goOn, HOLD_MS);
  }

  function began(): void {
    void sending(true);
    // What was said of the one before is read by now.
    remark(null);
    clearTimeout(limit);
    limit = setTimeout(() => {
      keyed("limit");
      stop();
      remark(`${name} transmitted for ${limitSeconds} s and was stopped: that is the longest its settings allow.`);
    }, limitSeconds * 1000);
  }

  function ended(): void {
    void sending(false);
    clearTimeout(limit);
    clearInterval(holds);
    isGone.end();
    keyed("done");
  }

  onHeard((change) => {
    if (change.transmitting === true) began();
    if (change.transmitting === false) ended();
    if (REMEMBERED.some((field) => field in change)) moved();
    say({ is: "radio", change });
  });
  if (opening.sentUntilTheEnd !== null) {
    const since = fullTime(isoTime(opening.sentUntilTheEnd));
    const { transmitting } = talker.state;
    // A radio that has not said that it stopped is stopped.
    if (transmitting !== false) stop();
    const became =
      transmitting === false
        ? "has stopped"
        : transmitting === true
          ? "did so still, and was stopped now"
          : "does not say whether it still does, and was told to stop";
    remark(`The server ended while ${name} transmitted, since ${since} UTC. It ${became}.`);
    if (transmitting === false) void sending(false);
  } else if (talker.state.transmitting === true) began();
  talker.watch();

  const isGone = createLease(() => {
    if (!stop()) return;
    remark(`${name} transmitted for a page that did not say any more that it is there, and was stopped.`);
  });
  const isElsewhere = (position: string) => (beginningFor ?? isGone.holder() ?? position) !== position;
  const busy = () => failed(409, "Busy", `${name} sends for another window just now: stop it there, or wait.`);
  const refused = (problem: { detail: string }) => failed(422, "Refused", `${name} ${problem.detail}.`);
  async function tell(change: RadioChange): Promise<Result<{ readonly id: null }>> {
    const fault = changeFault(descriptor, settings, change);
    if (fault !== null) return invalid([{ field: `change.${fault[0]}`, text: fault[1] }]);
    for (const part of PART_NAMES) {
      const value = change[PARTS[part].field as keyof RadioChange];
      if (value === undefined) continue;
      const told = await talker.tell(part, value);
      if (!told.ok) return refused(told.problem);
    }
    return done({ id: null });
  }

  const memory = bandMemory(context, opening.linkId);
  let settled: NodeJS.Timeout | undefined;
  /** Where it stays for a while is remembered. */
  function moved(): void {
    clearTimeout(settled);
    settled = setTimeout(() => void memory.keep(talker.state).catch(() => {}), SETTLED_MS);
  }

  /** To where it was last on a band in the mode it is in, or in whatever mode, or else where it is told. */
  async function toBand(band: string, otherwise: RadioChange): Promise<Result<{ readonly id: null }>> {
    clearTimeout(settled);
    await memory.keep(talker.state);
    const kept = memory.last(band, talker.state.mode);
    if (kept === null) return tell(otherwise);
    const able = Object.entries(kept).filter(([field, value]) => value !== null && tells.includes(field));
    return tell(Object.fromEntries(able));
  }

  return {
    async command(command, position) {
      switch (command.do) {
        case "set":
          return tell(command.change);
        case "band":
          return toBand(command.band, command.otherwise);
        case "transmit": {
          if (!command.on) return (stop(), done({ id: null }));
          if (isElsewhere(position)) return busy();
          const told = await begin(position, () => talker.tell("transmit", true));
          if (!told.ok) return notBegun(told);
          isGone.begin(position);
          return done({ id: null });
        }
        case "stop":
          return (stop(), done({ id: null }));
        case "speed":
          return done({ id: null });
        case "here":
          return done({ id: isGone.renew(position) ? (keying?.id ?? 0) : null });
        case "text":
          return failed(422, "Does not take it", `${name} keys whole texts alone: for what is typed use a keyer.`);
        case "send": {
          if (key === undefined || command.mode !== "CW" || command.more)
            return failed(422, "Does not key", `${name} does not key that: use a keyer.`);
          if (isElsewhere(position)) return busy();
          const odd = unkeyable(command.text);
          if (odd.length > 0) return invalid([{ field: "text", text: `Morse has no sign for ${odd.join(" ")}` }]);
          keyed("stopped");
          keying = { id: ++ids, position, text: command.text };
          const sent = await begin(position, () => talker.order(filled(key.tell, command.text), key.done));
          if (sent.ok) {
            isGone.begin(position);
            return done({ id: ids });
          }
          keying = null;
          return notBegun(sent);
        }
      }
    },
    // What it was just told to begin it has not said yet.
    stop: () => (talker.state.transmitting === true || beginningFor !== null) && (stop() || beginningFor !== null),
    state: () => ({
      keysIn: key === undefined ? [] : ["CW"],
      radio: {
        model: descriptor.name,
        state: talker.state,
        modes: modesOf(descriptor),
        filters: descriptor.filters,
        antennas: descriptor.antennas,
        watts: Math.min(descriptor.watts, settings.maxWatts ?? Infinity),
        tunes: descriptor.tunes,
        tells,
        transmits: parts.transmit?.tell !== undefined,
        limitSeconds,
      } satisfies Radio,
    }),
    close() {
      clearTimeout(limit);
      clearTimeout(settled);
      clearInterval(holds);
      isGone.end();
      talker.close();
    },
  };
}

/** How a radio without an order of its own for it is stopped. */
function stopOrder({ parts }: Descriptor): { tell: string; done: string | undefined } | null {
  const off = Object.entries(parts.transmit?.words ?? {}).find(([, meaning]) => meaning === "off")?.[0];
  const tell = parts.transmit?.tell;
  return tell === undefined || off === undefined ? null : { tell: filled(tell, off), done: parts.transmit?.done };
}

/** What a radio cannot be, by its descriptor and its limits: the field, and why. */
function changeFault(
  { tunes, watts, parts, name }: Descriptor,
  { maxWatts }: RadioSettings,
  change: RadioChange,
): readonly [field: string, text: string] | null {
  for (const part of PART_NAMES) {
    const field = PARTS[part].field;
    if (field in change && parts[part]?.tell === undefined) return [field, `${name} cannot be told its ${part}`];
  }
  for (const field of ["frequencyHz", "secondHz"] as const) {
    const hertz = change[field];
    if (hertz !== undefined && !tunes.some(([low, high]) => hertz >= low && hertz <= high))
      return [field, `${name} does not tune to ${formatFrequency(hertz)} kHz`];
  }
  const most = Math.min(watts, maxWatts ?? Infinity);
  if (change.watts !== undefined && change.watts > most) return ["watts", `${name} is to have at most ${most} W`];
  return null;
}
