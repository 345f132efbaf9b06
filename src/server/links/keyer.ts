import { connect, type Socket } from "node:net";
import { createInterface } from "node:readline";
import { z } from "zod";
import { unkeyable } from "../../core/signal";
import type { LiveEvent } from "../../core/contract";
import type { keyerSend } from "../../core/contract/endpoints/keyer";
import { done, failed, invalid, type Result } from "../problem";

/** A transmission: the text, and how it is keyed. */
type Transmission = z.output<typeof keyerSend.body>;

const saidSchema = z.discriminatedUnion("is", [
  z.object({ is: z.literal("ready") }),
  z.object({
    is: z.literal("letter"),
    id: z.int(),
    letter: z.string().max(2),
    down: z.array(z.object({ from: z.number(), to: z.number() })).max(20),
    lasts: z.number(),
  }),
  z.object({ is: z.enum(["done", "stopped", "limit"]), id: z.int(), sent: z.string().max(600) }),
  z.object({ is: z.literal("fault"), text: z.string().max(300) }),
]);

/** The one connection to the keyer. It is made when something is to be sent, and made again when it broke. */
export interface Keyer {
  send(asked: Transmission): Promise<Result<{ readonly id: number }>>;
  speed(speed: number): Result<{ readonly speed: number }>;
  stop(): Result<{ readonly stopped: true }>;
  close(): void;
}

const NO_KEYER = failed(
  503,
  "No keyer",
  "The keyer cannot be reached: is it on? The contact can be logged all the same.",
);
const CONNECT_MS = 2000;
/** A keyer stops when nobody has told it for some seconds that he is still there. */
const HERE_MS = 1000;
const LONGEST_LINE = 20_000;

export function createKeyer(port: number, host: string, announce: (event: LiveEvent) => void): Keyer {
  let socket: Socket | null = null;
  let opening: Promise<Socket> | null = null;
  /** Counts how often it was told to stop: what was to be sent before is not sent after. */
  let stops = 0;
  let last = 0;
  /** Who asked for the transmission that goes on. */
  let sending: { readonly id: number; readonly position: string } | null = null;

  const here = setInterval(() => {
    if (sending !== null) tellKeyer({ do: "here" });
  }, HERE_MS);
  here.unref();

  /** One connection, however many ask for it at once. */
  function open(): Promise<Socket> {
    if (socket !== null) return Promise.resolve(socket);
    opening ??= connection().finally(() => (opening = null));
    return opening;
  }

  function connection(): Promise<Socket> {
    return new Promise((resolve, reject) => {
      const opened = connect({ host, port });
      const timer = setTimeout(() => opened.destroy(new Error("slow")), CONNECT_MS);
      opened.setEncoding("utf8");
      opened.unref();
      opened.once("connect", () => {
        clearTimeout(timer);
        socket = opened;
        resolve(opened);
      });
      let unended = 0;
      opened.on("data", (piece: string) => {
        unended = piece.includes("\n") ? piece.length - piece.lastIndexOf("\n") : unended + piece.length;
        if (unended > LONGEST_LINE) opened.destroy();
      });
      // What is wrong with the socket is told by the socket itself.
      createInterface({ input: opened })
        .on("line", hear)
        .on("error", () => {});
      opened.on("error", reject);
      opened.on("close", () => {
        clearTimeout(timer);
        if (socket === opened) socket = null;
        if (sending !== null) tell({ is: "broken", text: "The connection to the keyer broke." });
        sending = null;
        reject(new Error("closed"));
      });
    });
  }

  function hear(line: string): void {
    const parsed = saidSchema.safeParse(jsonOf(line));
    // What is not understood is of a later version, or rubbish: the transmission goes on all the same.
    if (!parsed.success) return;
    const said = parsed.data;
    if (said.is === "ready" || ("id" in said && said.id !== sending?.id)) return;
    if (said.is === "letter") tell({ is: "letter", letter: said.letter, down: said.down, lasts: said.lasts });
    else if (said.is === "fault") tell({ is: "broken", text: `The keyer says: ${said.text}` });
    else tell({ is: said.is, text: said.sent });
    if (said.is !== "letter") sending = null;
  }

  /** False where there is nobody to hear it. */
  function tellKeyer(order: object): boolean {
    if (socket === null) return false;
    socket.write(`${JSON.stringify(order)}\n`);
    return true;
  }

  function tell(said: Omit<Extract<LiveEvent, { type: "keyer" }>, "type" | "id" | "position">): void {
    announce({ type: "keyer", id: sending?.id ?? last, position: sending?.position ?? "", ...said });
  }

  return {
    async send({ position, ...order }) {
      const odd = unkeyable(order.text);
      if (odd.length > 0) return invalid([{ field: "text", text: `Morse has no sign for ${odd.join(" ")}` }]);
      const before = stops;
      try {
        await open();
        if (stops !== before) return failed(409, "Stopped", "it was stopped before it was sent");
        sending = { id: ++last, position };
        tellKeyer({ do: "send", id: last, ...order });
        return done({ id: last });
      } catch {
        return NO_KEYER;
      }
    },
    speed(speed) {
      if (!tellKeyer({ do: "speed", speed }))
        return failed(503, "No keyer", "There is no connection to the keyer: the speed holds when it is sent to next.");
      return done({ speed });
    },
    stop() {
      stops++;
      // What is only about to be sent is stopped by not being sent.
      if (!tellKeyer({ do: "stop" }) && opening === null)
        return failed(503, "No keyer", "There is no connection to the keyer: nothing goes out through it.");
      return done({ stopped: true });
    },
    close() {
      clearInterval(here);
      socket?.destroy();
    },
  };
}

function jsonOf(line: string): unknown {
  try {
    return JSON.parse(line) as unknown;
  } catch {
    return null;
  }
}
