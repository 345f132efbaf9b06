import type { Duplex } from "node:stream";
import { z } from "zod";
import { formatFrequency } from "../../../core/band";
import { type Radio, radioCommandSchema, type TestStep } from "../../../core/contract";
import { fullTime } from "../../../core/time/words";
import { isoTime } from "../../../core/contact";
import {
  type Descriptor,
  filled,
  modesOf,
  PART_NAMES,
  PARTS,
  type RadioChange,
  type RadioMode,
  type RadioState,
} from "../../../core/radio";
import { unkeyable } from "../../../core/signal";
import type { Context } from "../../context";
import { done, failed, invalid, type Result } from "../../problem";
import { bandMemory, REMEMBERED } from "../bandMemory";
import { descriptorByTag } from "../descriptors";
import { type Connection, linkKind, type Opening } from "../linkKind";
import { network, port } from "../settings";
import { createTalker, type Talker } from "../talker";
import { openSerial, openTcp, type SerialSetting } from "../wire";

const byNetwork = { when: { key: "via", is: "network" } };
const bySerial = { when: { key: "via", is: "serial" } };
const SPEEDS = [1200, 2400, 4800, 9600, 19200, 38400, 57600, 115200] as const;
/** Where it stays for so long is remembered for the band. */
const SETTLED_MS = 1500;
const PARITIES = ["none", "even", "odd"] as const;

const settingsSchema = z
  .strictObject({
    descriptor: z
      .string()
      .min(1, "choose the radio's descriptor")
      .meta({ title: "Descriptor", description: "how this radio is spoken to", from: "descriptors" }),
    via: z
      .enum(["network", "serial"])
      .default("network")
      .meta({ title: "Connected by", labels: { network: "Network (TCP)", serial: "Serial port" } }),
    host: network.meta({ title: "Address", ...byNetwork }),
    port: port
      .nullable()
      .default(null)
      .meta({ title: "Port", ...byNetwork }),
    device: z
      .string()
      .max(200)
      .default("")
      .meta({ title: "Serial port", from: "ports", ...bySerial }),
    speed: z.coerce
      .number<string | number>()
      .int()
      .min(300)
      .max(1_000_000)
      .default(9600)
      .meta({ title: "Speed", offers: SPEEDS, ...bySerial }),
    bits: z
      .enum(["7", "8"])
      .default("8")
      .meta({ title: "Data bits", ...bySerial }),
    parity: z
      .enum(PARITIES)
      .default("none")
      .meta({ title: "Parity", ...bySerial }),
    stopBits: z
      .enum(["1", "2"])
      .default("1")
      .meta({ title: "Stop bits", ...bySerial }),
    limitSeconds: z
      .int()
      .min(1)
      .max(3600)
      .default(120)
      .meta({ title: "Longest transmission, s", description: "then it is stopped, and said so" }),
    maxWatts: z
      .number()
      .min(0)
      .max(10_000)
      .nullable()
      .default(null)
      .meta({ title: "At most, W", description: "empty for as much as it has" }),
  })
  .superRefine(({ via, port: number, device }, context) => {
    if (via === "network" && number === null)
      context.addIssue({ code: "custom", path: ["port"], message: "the port at which the radio listens" });
    if (via === "serial" && device.trim() === "")
      context.addIssue({ code: "custom", path: ["device"], message: "choose the port that the cable is in" });
  });
type Settings = z.output<typeof settingsSchema>;
type Command = z.output<typeof radioCommandSchema>;

/** A radio: its frequency, mode and the rest are followed and turned; spoken to as a descriptor says. */
export const radio = linkKind<Settings, Command>({
  id: "radio",
  label: "Radio",
  role: "radio",
  about: "Its frequency, mode, filter and power are followed, and can be turned from here.",
  settings: settingsSchema,
  commands: radioCommandSchema,
  address: ({ via, host, port: number, device }) => (via === "network" ? `${host}:${number ?? ""}` : device),
  async open(opening, signal) {
    const { settings, context } = opening;
    const descriptor = descriptorOf(context, settings);
    const wire = await openWire(settings, signal);
    /** Who hears of what changes, as soon as it is known how it stands. */
    let follow: (change: Partial<RadioState>) => void = () => {};
    const talker = createTalker({
      wire,
      descriptor,
      heard: (change) => follow(change),
      lost: (text) => opening.lost(lostText(opening.name, descriptor, talker.state, text)),
    });
    const model = await talker.identify();
    const isOther = model.ok && model.value !== null && model.value !== descriptor.identity?.is;
    const read = isOther
      ? failed(409, "Another", otherText(model.value, descriptor))
      : model.ok
        ? await talker.readAll()
        : model;
    if (!read.ok) {
      talker.close();
      throw new Error(`It ${read.problem.detail}`);
    }
    return connectionOf(opening, descriptor, talker, (heard) => (follow = heard));
  },
  async *test(settings, context) {
    yield* testRadio(settings, context);
  },
});

function descriptorOf(context: Context, { descriptor: tag }: Settings): Descriptor {
  const descriptor = descriptorByTag(context, tag);
  if (descriptor === undefined) throw new Error(`There is no descriptor ${tag}: choose another in its settings.`);
  return descriptor;
}

function openWire(settings: Settings, signal?: AbortSignal): Promise<Duplex> {
  if (settings.via === "network") return openTcp(settings.host, settings.port!, signal);
  return openSerial(settings.device, serialOf(settings));
}

function serialOf({ speed, bits, parity, stopBits }: Settings): SerialSetting {
  return { speed, bits: bits === "7" ? 7 : 8, parity, stopBits: stopBits === "2" ? 2 : 1 };
}

function otherText(model: string | null, { identity }: Descriptor): string {
  return `says it is "${model ?? ""}", and the descriptor is for "${identity?.is ?? ""}": choose its own descriptor`;
}

function lostText(name: string, { limitSeconds }: Descriptor, { transmitting }: RadioState, text: string): string {
  if (transmitting !== true) return `${name} ${text}`;
  const itself =
    limitSeconds === undefined ? "Switch it off by hand." : `It stops by itself ${limitSeconds} s after it began.`;
  return `${name} ${text} It was transmitting. ${itself}`;
}

function connectionOf(
  opening: Opening<Settings>,
  descriptor: Descriptor,
  talker: Talker,
  onHeard: (heard: (change: Partial<RadioState>) => void) => void,
): Connection<Command> {
  const { settings, name, context, say, remark, sending } = opening;
  const { parts, key } = descriptor;
  const tells: string[] = PART_NAMES.filter((part) => parts[part]?.tell !== undefined).map((part) => PARTS[part].field);
  const limitSeconds = Math.min(settings.limitSeconds, descriptor.limitSeconds ?? Infinity);
  let limit: NodeJS.Timeout | undefined;
  let ids = 0;
  /** The text that is keyed, and for whom. */
  let keying: { readonly id: number; readonly position: string; readonly text: string } | null = null;

  function keyed(is: "done" | "stopped" | "limit"): void {
    if (keying === null) return;
    say({ is, id: keying.id, text: keying.text }, keying.position);
    keying = null;
  }

  function stop(): boolean {
    const order = descriptor.stop ?? stopOrder(descriptor);
    if (order === null) return false;
    talker.urgent(order.tell, order.done);
    keyed("stopped");
    return talker.state.transmitting !== false;
  }

  function began(): void {
    sending(true);
    clearTimeout(limit);
    limit = setTimeout(() => {
      keyed("limit");
      stop();
      remark(`${name} transmitted for ${limitSeconds} s and was stopped: that is the longest its settings allow.`);
    }, limitSeconds * 1000);
  }

  function ended(): void {
    sending(false);
    clearTimeout(limit);
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
    const still = talker.state.transmitting === true;
    if (still) stop();
    remark(
      `The server ended while ${name} transmitted, since ${since} UTC. It ${still ? "did so still, and was stopped now" : "has stopped"}.`,
    );
    if (!still) sending(false);
  } else if (talker.state.transmitting === true) began();
  talker.watch();

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
          const told = await talker.tell("transmit", true);
          return told.ok ? done({ id: null }) : refused(told.problem);
        }
        case "stop":
          return (stop(), done({ id: null }));
        case "speed":
          return done({ id: null });
        case "send": {
          if (key === undefined) return failed(422, "Does not key", `${name} keys no texts: use a keyer.`);
          const odd = unkeyable(command.text);
          if (odd.length > 0) return invalid([{ field: "text", text: `Morse has no sign for ${odd.join(" ")}` }]);
          keyed("stopped");
          keying = { id: ++ids, position, text: command.text };
          const sent = await talker.order(filled(key.tell, command.text), key.done);
          if (sent.ok) return done({ id: ids });
          keying = null;
          return refused(sent.problem);
        }
      }
    },
    stop: () => talker.state.transmitting === true && stop(),
    state: () => ({
      keys: key !== undefined,
      radio: {
        model: descriptor.name,
        state: talker.state,
        modes: modesOf(descriptor) as RadioMode[],
        filters: descriptor.filters,
        antennas: descriptor.antennas,
        watts: Math.min(descriptor.watts, settings.maxWatts ?? Infinity),
        tunes: descriptor.tunes,
        tells,
        transmits: parts.transmit?.tell !== undefined,
        keys: key !== undefined,
        limitSeconds,
      } satisfies Radio,
    }),
    close() {
      clearTimeout(limit);
      clearTimeout(settled);
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
  { maxWatts }: Settings,
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

/** Tries the settings: the address, the protocol, the model, and what it tells. */
async function* testRadio(settings: Settings, context: Context): AsyncGenerator<TestStep> {
  const where = settings.via === "network" ? `${settings.host}:${settings.port ?? ""}` : settings.device;
  let descriptor: Descriptor;
  try {
    descriptor = descriptorOf(context, settings);
  } catch (error) {
    yield { what: "Descriptor", ok: false, text: (error as Error).message };
    return;
  }
  let tried: Tried;
  try {
    tried = await tryTalk(descriptor, await openWire(settings));
  } catch (error) {
    yield { what: "Address", ok: false, text: (error as Error).message };
    return;
  }
  yield { what: "Address", ok: true, text: `${where} can be opened.` };
  if (!tried.ok) {
    yield { what: "Protocol", ok: false, text: `It ${tried.text}` };
    if (settings.via === "serial") yield await otherSpeeds(settings, descriptor);
    return;
  }
  const { model, state } = tried;
  yield { what: "Protocol", ok: true, text: `It answers as the descriptor of ${descriptor.name} says.` };
  const isOther = model !== null && model !== descriptor.identity?.is;
  yield {
    what: "Model",
    ok: !isOther,
    text: isOther
      ? `It ${otherText(model, descriptor)}.`
      : model === null
        ? "The descriptor asks for none."
        : `It is a ${model}.`,
  };
  const told = PART_NAMES.filter((part) => state[PARTS[part].field] !== null);
  yield {
    what: "Frequency",
    ok: state.frequencyHz !== null,
    text:
      state.frequencyHz === null
        ? "It does not tell its frequency."
        : `${formatFrequency(state.frequencyHz)} kHz. It tells ${told.join(", ")}.`,
  };
}

type Tried =
  | { readonly ok: true; readonly model: string | null; readonly state: RadioState }
  | { readonly ok: false; readonly text: string };

/** Says a few words to it, and closes the wire. */
async function tryTalk(descriptor: Descriptor, wire: Duplex): Promise<Tried> {
  const talker = createTalker({ wire, descriptor, heard: () => {}, lost: () => {} });
  try {
    const model = await talker.identify();
    const read = model.ok ? await talker.readAll() : model;
    if (!read.ok) return { ok: false, text: read.problem.detail };
    return { ok: true, model: model.ok ? model.value : null, state: talker.state };
  } finally {
    talker.close();
    await new Promise((resolve) => (wire.closed ? resolve(null) : wire.once("close", resolve)));
  }
}

/** Looks for a speed and a parity at which a silent serial radio answers. */
async function otherSpeeds(settings: Settings, descriptor: Descriptor): Promise<TestStep> {
  const quick = { ...descriptor, waitMs: Math.min(descriptor.waitMs, 300) };
  const what = "Speed and parity";
  for (const parity of PARITIES)
    for (const speed of SPEEDS) {
      if (speed === settings.speed && parity === settings.parity) continue;
      try {
        const wire = await openSerial(settings.device, serialOf({ ...settings, speed, parity }));
        const { ok } = await tryTalk(quick, wire);
        if (ok) return { what, ok: false, text: `It answers at ${speed}, parity ${parity}: set it so.` };
      } catch (error) {
        return { what, ok: false, text: (error as Error).message };
      }
    }
  return {
    what,
    ok: false,
    text: `It answers at none of ${SPEEDS.join(", ")}, whatever the parity: is it on, is the cable right?`,
  };
}
