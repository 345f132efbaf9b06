import { createServer, type Server, type Socket } from "node:net";
import { z } from "zod";
import {
  createBaudotCoder,
  FASTEST,
  keyed,
  KEYED_MODES,
  type KeyedMode,
  rttyTime,
  SLOWEST,
} from "../../src/core/signal";
import { readJsonLines } from "../jsonLines";
import type { KeyedBy } from "../radio/model";

/** How it keys: as it should, or as a keyer that loses each shift to figures. */
type KeyerBehaviour = "normal" | "lostFigures";

export interface KeyerOptions {
  readonly port: number;
  readonly host?: string;
  /** The longest transmission, seconds. */
  readonly limit?: number;
  /** How many times faster than life it keys; for tests. */
  readonly hurry?: number;
  /** Who is silent for so long while it keys for him is gone, seconds. */
  readonly patience?: number;
  /** The radio that it keys. */
  readonly jack?: KeyJack;
  readonly behaviour?: () => KeyerBehaviour;
}

/** What a keyer is plugged into. */
export interface KeyJack {
  /** Begins a text, or goes on with another one behind what has gone out. */
  key(text: string, by: KeyedBy): void;
  end(): void;
}

const speed = z.number().min(SLOWEST).max(FASTEST);
const text = z.string().max(2000);
const orderSchema = z.discriminatedUnion("do", [
  z.object({
    do: z.literal("send"),
    id: z.int(),
    text: text.min(1),
    mode: z.enum(KEYED_MODES).default("CW"),
    /** It goes on sending when the text is out: more is to come. */
    more: z.boolean().default(false),
    speed,
    weight: z.number().min(25).max(75),
    wordSpace: z.number().min(4).max(20),
  }),
  z.object({ do: z.literal("text"), id: z.int(), text, more: z.boolean() }),
  z.object({ do: z.literal("speed"), speed }),
  z.object({ do: z.literal("stop") }),
  z.object({ do: z.literal("here") }),
]);
type SendOrder = Extract<z.output<typeof orderSchema>, { do: "send" }>;

/** A sign as it is keyed: when the key is down, or which codes go out, and how long it takes, milliseconds. */
interface KeyedSign {
  readonly letter: string;
  readonly down?: readonly { readonly from: number; readonly to: number }[];
  readonly codes?: readonly number[];
  readonly lasts: number;
}
type Signs = (sign: string, order: SendOrder) => KeyedSign | undefined;

const WAYS: Readonly<Record<KeyedMode, (behaviour: KeyerBehaviour) => Signs>> = {
  CW: () => (sign, order) => keyed(sign, order)[0],
  RTTY(behaviour) {
    const { code } = createBaudotCoder();
    return (letter) => {
      const all = code(letter);
      const codes = behaviour === "lostFigures" ? all.filter((one) => one !== FIGURES) : all;
      return codes.length === 0 ? undefined : { letter, codes, lasts: rttyTime(codes.length) * 1000 };
    };
  },
};
const FIGURES = 27;

const LIMIT = 120;
const PATIENCE = 1.5;

/** Starts the stand-in for a keyer; docs/stand-ins.md describes what it speaks. */
export async function startKeyer(options: KeyerOptions): Promise<Server> {
  const server = createServer((socket) => serve(socket, options));
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(options.port, options.host ?? "127.0.0.1", resolve);
  });
  return server;
}

function serve(socket: Socket, options: KeyerOptions): void {
  const { limit = LIMIT, hurry = 1, patience = PATIENCE, jack, behaviour = () => "normal" as const } = options;
  let order: SendOrder | null = null;
  let signs: Signs = WAYS.CW("normal");
  /** Of the text, how many signs have gone out, and from where on the radio sends it without a pause. */
  let [gone, from] = [0, 0];
  let sent = "";
  let startedAt = 0;
  let heardAt = 0;
  /** Nothing waits, and more is to come. */
  let isIdle = false;
  let timer: NodeJS.Timeout | undefined;
  const watch = setInterval(() => {
    if (order !== null && Date.now() - heardAt > patience * 1000) end("stopped");
    else if (order !== null && Date.now() - startedAt > (limit * 1000) / hurry) end("limit");
  }, WATCH_MS);

  const say = (message: object) => socket.write(`${JSON.stringify(message)}\n`);
  say({ is: "ready", modes: KEYED_MODES });

  function next(): void {
    if (order === null) return;
    // Sign by sign, so that a new speed, and another text, hold from the next one.
    const sign = [...order.text][gone];
    isIdle = sign === undefined && order.more;
    if (isIdle) return;
    if (sign === undefined) return end("done");
    gone++;
    const now = signs(sign, order);
    if (now === undefined) return next();
    sent += now.letter;
    say({ is: "letter", id: order.id, ...now });
    timer = setTimeout(next, now.lasts / hurry);
  }

  /** Has the radio send what waits, behind what it has sent without a pause. */
  function play(more: boolean): void {
    if (order === null) return;
    const waits = [...order.text].slice(from).join("");
    if (waits !== "") jack?.key(waits, { mode: order.mode, speed: order.speed, more });
  }

  function end(is: "done" | "stopped" | "limit"): void {
    if (order === null) return;
    clearTimeout(timer);
    say({ is, id: order.id, sent });
    order = null;
    jack?.end();
  }

  function take(said: unknown): void {
    heardAt = Date.now();
    const parsed = orderSchema.safeParse(said);
    if (!parsed.success) return void say({ is: "fault", text: parsed.error.issues[0]?.message ?? "not understood" });
    const asked = parsed.data;
    if (asked.do === "here") return;
    if (asked.do === "stop") return end("stopped");
    if (asked.do === "speed") {
      if (order !== null) order = { ...order, speed: asked.speed };
      return;
    }
    if (asked.do === "text") return change(asked.id, asked.text, asked.more);
    end("stopped");
    order = { ...asked, text: asked.text.toUpperCase() };
    signs = WAYS[order.mode](behaviour());
    [gone, from] = [0, 0];
    sent = "";
    startedAt = Date.now();
    play(false);
    next();
  }

  /** Of another text what has gone out stays as it is. */
  function change(id: number, wanted: string, more: boolean): void {
    if (order?.id !== id) return;
    const out = [...order.text].slice(0, gone).join("");
    order = { ...order, text: out + [...wanted.toUpperCase()].slice(gone).join(""), more };
    if (isIdle) from = gone;
    play(!isIdle);
    if (isIdle) next();
  }

  readJsonLines(socket, take);
  // Nobody is there any more to stop it.
  const drop = () => {
    clearTimeout(timer);
    clearInterval(watch);
    if (order !== null) jack?.end();
    order = null;
  };
  socket.on("close", drop);
  socket.on("error", drop);
}

const WATCH_MS = 100;
