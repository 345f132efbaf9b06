import { createServer, type Server, type Socket } from "node:net";
import { z } from "zod";
import { gridCenter } from "../../src/core/geo";
import { FASTEST, SLOWEST } from "../../src/core/signal";
import { readJsonLines } from "../jsonLines";
import { type Air, createAir, type Transmission } from "../world/air";
import type { Guest } from "../world/guests";
import type { Ear } from "../world/hearing";
import { gatherLogs, type GatheredLogs } from "../world/airLogs";
import { AIR_MODES } from "../world/operators";

export interface AirServerOptions {
  readonly port: number;
  readonly host?: string;
  readonly seed: number;
  readonly stations: number;
  /** How many of them are near to a grid. */
  readonly nearby?: { readonly grid: string; readonly stations: number };
  /** How many times faster than life it goes. */
  readonly pace?: number;
  /** How many seconds of the air have gone by when it starts. */
  readonly before?: number;
}

const grid = z.string().refine((text) => gridCenter(text) !== null, "a grid is written like GF35co");
const frequency = z.number().min(100_000).max(1_000_000_000);
const watts = z.number().min(0.1).max(2000).default(100);
const call = z.string().regex(/^[A-Z0-9/]{3,20}$/, "a call is in capitals");

/** What the air can be asked and told, a JSON object a line; docs/stand-ins.md describes it. */
const orderSchema = z.discriminatedUnion("do", [
  z.object({ do: z.literal("listen"), low: frequency, high: frequency, grid }),
  z.object({ do: z.literal("deaf") }),
  z.object({
    do: z.literal("send"),
    id: z.int(),
    call,
    grid,
    watts,
    frequencyHz: frequency,
    mode: z.enum(AIR_MODES),
    speed: z.number().min(SLOWEST).max(FASTEST).default(25),
    text: z.string().min(1).max(2000),
    /** It is what is sent under the number already, with another text behind what has gone out. */
    more: z.boolean().default(false),
  }),
  z.object({ do: z.literal("stop"), id: z.int() }),
  z.object({ do: z.literal("logs") }),
]);

type AirOrder = z.output<typeof orderSchema>;

/** What a listener hears: a stretch, from a place. */
interface Stretch {
  readonly low: number;
  readonly high: number;
  readonly place: string;
  readonly ear: Ear;
}

/** Somebody at the door. */
interface Hearer {
  hear(this: void, transmission: Transmission): void;
  /** What somebody broke off is heard no more. */
  stopped(this: void, id: number): void;
}

/** How often the air goes on, milliseconds. */
const STEP_MS = 50;
/** Signals this far below the noise are not worth a word, dB. */
const FAINTEST = -25;

/** Starts the air, and the door through which it is heard and sent on. */
export async function startAir(options: AirServerOptions): Promise<Server> {
  const { pace = 1, before = 3600, nearby } = options;
  const began = Date.now();
  const startsAt = began / 1000 - before;
  const hearers = new Set<Hearer>();
  const logs = gatherLogs(startsAt, () => air.operators);
  const air = createAir({
    seed: options.seed,
    stations: options.stations,
    startsAt,
    ...(nearby && { nearby: { around: gridCenter(nearby.grid)!, stations: nearby.stations } }),
    onTransmission: (transmission) => {
      for (const { hear } of hearers) hear(transmission);
    },
    onEntry: logs.wrote,
  });
  air.runUntil(began / 1000);
  const clock = setInterval(() => air.runUntil(began / 1000 + ((Date.now() - began) / 1000) * pace), STEP_MS);
  const server = createServer((socket) => serve(socket, air, hearers, logs));
  server.on("close", () => clearInterval(clock));
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(options.port, options.host ?? "127.0.0.1", resolve);
  });
  return server;
}

function serve(socket: Socket, air: Air, hearers: Set<Hearer>, logs: GatheredLogs): void {
  let unread: (() => void) | null = null;
  let stretch: Stretch | null = null;
  /** What is sent from here, by the number that it was given here, and by whom. */
  const own = new Map<number, Transmission>();
  const guests = new Map<string, Guest>();
  const say = (message: object) => socket.write(`${JSON.stringify(message)}\n`);

  function hear(transmission: Transmission): void {
    if (stretch === null) return;
    const { id, by, frequencyHz, mode, speed, text, from, to } = transmission;
    const isOurs = [...guests.values()].some((guest) => guest === by);
    if (isOurs || frequencyHz < stretch.low || frequencyHz > stretch.high) return;
    const { strength, noise, over } = air.heard(transmission, stretch.ear);
    if (over < FAINTEST) return;
    const lasts = to - from;
    say({ is: "sent", id, frequencyHz, mode, speed, text, from, lasts, strength, noise });
  }

  function take(said: unknown): void {
    const parsed = orderSchema.safeParse(said);
    if (!parsed.success) return void say({ is: "fault", text: faultOf(parsed.error) });
    const asked = parsed.data;
    if (asked.do === "deaf") stretch = null;
    else if (asked.do === "logs") readLogs();
    else if (asked.do === "listen") {
      const { low, high, grid: place } = asked;
      // Who only tunes is at the same place, for which the paths are known.
      const ear: Ear = stretch?.place === place ? stretch.ear : earAt(place, 100);
      stretch = { low, high, place, ear };
      for (const transmission of air.sending()) hear(transmission);
    } else if (asked.do === "stop") {
      stop(asked.id);
    } else {
      const before = asked.more ? own.get(asked.id) : undefined;
      stop(asked.id);
      const transmission = air.send(guestFor(asked), asked, before?.from);
      const { from, to } = transmission;
      for (const [number, one] of own) if (one.to < air.now) own.delete(number);
      own.set(asked.id, transmission);
      say({ is: "sending", id: asked.id, from, lasts: to - from });
    }
  }

  function guestFor({ call, grid: place, watts: power }: Extract<AirOrder, { do: "send" }>): Guest {
    const key = `${call} ${place} ${power}`;
    const guest = guests.get(key) ?? { call, ...earAt(place, power) };
    guests.set(key, guest);
    return guest;
  }

  function readLogs(): void {
    unread?.();
    for (const station of logs.stations()) say({ is: "station", ...station });
    say({ is: "logs", since: logs.since });
    unread = logs.onGuest((entry) => say({ is: "logged", ...entry }));
  }

  function stop(number: number): void {
    const transmission = own.get(number);
    if (transmission === undefined || !own.delete(number)) return;
    air.stop(transmission.id);
    for (const { stopped } of hearers) stopped(transmission.id);
  }

  const hearer: Hearer = {
    hear,
    stopped: (id) => stretch !== null && say({ is: "stopped", id }),
  };
  hearers.add(hearer);
  say({ is: "ready", now: air.now, stations: air.operators.length });
  readJsonLines(socket, take);
  const drop = () => {
    hearers.delete(hearer);
    unread?.();
    for (const number of own.keys()) stop(number);
  };
  socket.on("close", drop);
  socket.on("error", drop);
}

/** A station of ours: an ordinary wire, among houses. */
function earAt(text: string, power: number): Ear {
  return { point: gridCenter(text)!, power: 10 * Math.log10(power * 1000), gain: [0, 3], surroundings: "residential" };
}

function faultOf(error: z.ZodError): string {
  const [issue] = error.issues;
  return issue === undefined ? "not understood" : `${issue.path.join(".") || "the line"}: ${issue.message}`;
}
