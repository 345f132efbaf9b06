import { createServer, type Server, type Socket } from "node:net";
import { z } from "zod";
import { gridCenter } from "../../src/core/geo";
import { FASTEST, SLOWEST } from "../../src/core/signal";
import { readJsonLines } from "../jsonLines";
import { type Air, createAir, type Transmission } from "../world/air";
import type { Guest } from "../world/guests";
import type { Ear } from "../world/hearing";
import { AIR_MODES } from "../world/operators";

export interface AirServerOptions {
  readonly port: number;
  readonly host?: string;
  readonly seed: number;
  readonly stations: number;
  /** How many times faster than life it goes. */
  readonly pace?: number;
  /** How many seconds of the air have gone by when it starts. */
  readonly before?: number;
}

const grid = z.string().refine((text) => gridCenter(text) !== null, "a grid is written like GF35co");
const frequency = z.number().min(1_800_000).max(54_000_000);
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
    text: z.string().min(1).max(500),
  }),
  z.object({ do: z.literal("stop"), id: z.int() }),
]);

/** What a listener hears: a stretch, from a place. */
interface Stretch {
  readonly low: number;
  readonly high: number;
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
  const { pace = 1, before = 3600 } = options;
  const began = Date.now();
  const startsAt = began / 1000 - before;
  const hearers = new Set<Hearer>();
  const air = createAir({
    seed: options.seed,
    stations: options.stations,
    startsAt,
    onTransmission: (transmission) => {
      for (const { hear } of hearers) hear(transmission);
    },
  });
  air.runUntil(began / 1000);
  const clock = setInterval(() => air.runUntil(began / 1000 + ((Date.now() - began) / 1000) * pace), STEP_MS);
  const server = createServer((socket) => serve(socket, air, hearers));
  server.on("close", () => clearInterval(clock));
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(options.port, options.host ?? "127.0.0.1", resolve);
  });
  return server;
}

function serve(socket: Socket, air: Air, hearers: Set<Hearer>): void {
  let stretch: Stretch | null = null;
  /** What was sent from here, by the number that it was given here. */
  const own = new Map<number, number>();
  const say = (message: object) => socket.write(`${JSON.stringify(message)}\n`);

  function hear(transmission: Transmission): void {
    if (stretch === null) return;
    const { id, frequencyHz, mode, speed, text, from, to } = transmission;
    if (frequencyHz < stretch.low || frequencyHz > stretch.high) return;
    const { strength, noise, over } = air.heard(transmission, stretch.ear);
    if (over < FAINTEST || [...own.values()].includes(id)) return;
    const lasts = to - from;
    say({ is: "sent", id, frequencyHz, mode, speed, text, from, lasts, strength, noise });
  }

  function take(said: unknown): void {
    const parsed = orderSchema.safeParse(said);
    if (!parsed.success) return void say({ is: "fault", text: faultOf(parsed.error) });
    const asked = parsed.data;
    if (asked.do === "deaf") stretch = null;
    else if (asked.do === "listen") {
      stretch = { low: asked.low, high: asked.high, ear: earAt(asked.grid, 100) };
      for (const transmission of air.sending()) hear(transmission);
    } else if (asked.do === "stop") {
      stop(asked.id);
    } else {
      const guest: Guest = { call: asked.call, ...earAt(asked.grid, asked.watts) };
      const { id, from, to } = air.send(guest, asked);
      own.set(asked.id, id);
      say({ is: "sending", id: asked.id, from, lasts: to - from });
    }
  }

  function stop(number: number): void {
    const id = own.get(number);
    if (id === undefined || !own.delete(number)) return;
    air.stop(id);
    for (const { stopped } of hearers) stopped(id);
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
