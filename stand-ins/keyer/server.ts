import { createServer, type Server, type Socket } from "node:net";
import { z } from "zod";
import { FASTEST, keyed, SLOWEST } from "../../src/core/signal";
import { readJsonLines } from "../jsonLines";

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
}

/** What a keyer is plugged into. */
export interface KeyJack {
  /** Begins a text, at a speed in words a minute. */
  begin(text: string, speed: number): void;
  end(): void;
}

const speed = z.number().min(SLOWEST).max(FASTEST);
const orderSchema = z.discriminatedUnion("do", [
  z.object({
    do: z.literal("send"),
    id: z.int(),
    text: z.string().min(1).max(500),
    speed,
    weight: z.number().min(25).max(75),
    wordSpace: z.number().min(4).max(20),
  }),
  z.object({ do: z.literal("speed"), speed }),
  z.object({ do: z.literal("stop") }),
  z.object({ do: z.literal("here") }),
]);
type SendOrder = Extract<z.output<typeof orderSchema>, { do: "send" }>;

const LIMIT = 60;
const PATIENCE = 5;

/** Starts the stand-in for a Morse keyer; docs/stand-ins.md describes what it speaks. */
export async function startKeyer(options: KeyerOptions): Promise<Server> {
  const server = createServer((socket) => serve(socket, options));
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(options.port, options.host ?? "127.0.0.1", resolve);
  });
  return server;
}

function serve(socket: Socket, { limit = LIMIT, hurry = 1, patience = PATIENCE, jack }: KeyerOptions): void {
  let order: SendOrder | null = null;
  let rest = "";
  let sent = "";
  let startedAt = 0;
  let heardAt = 0;
  let timer: NodeJS.Timeout | undefined;

  const say = (message: object) => socket.write(`${JSON.stringify(message)}\n`);
  say({ is: "ready" });

  function next(): void {
    if (order === null) return;
    if (Date.now() - startedAt > (limit * 1000) / hurry) return end("limit");
    if (Date.now() - heardAt > patience * 1000) return end("stopped");
    if (rest === "") return end("done");
    // Letter by letter, so that a new speed holds from the next one.
    const [letter = ""] = [...rest];
    rest = rest.slice(letter.length);
    const [now] = keyed(letter, order);
    if (now === undefined) return next();
    sent += now.letter;
    say({ is: "letter", id: order.id, letter: now.letter, down: now.down, lasts: now.lasts });
    timer = setTimeout(next, now.lasts / hurry);
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
    end("stopped");
    order = asked;
    rest = asked.text.toUpperCase();
    sent = "";
    startedAt = Date.now();
    jack?.begin(rest, order.speed);
    next();
  }

  readJsonLines(socket, take);
  // Nobody is there any more to stop it.
  const drop = () => {
    clearTimeout(timer);
    if (order !== null) jack?.end();
    order = null;
  };
  socket.on("close", drop);
  socket.on("error", drop);
}
