import { createServer, type Server, type Socket } from "node:net";
import { z } from "zod";
import { gridCenter } from "../../src/core/geo";
import { blockOf } from "../../src/core/signal";
import { type AirClient, type AirWords, createAirClient } from "../air/client";
import { readJsonLines } from "../jsonLines";
import { AIR_MODES } from "../world/operators";
import { createRendering, type Rendering } from "../world/rendering";

/** How wide it can hear, Hz, which is as many pairs a second. */
const RECEIVER_RATES = [24_000, 48_000, 96_000, 192_000] as const;

/** How it gives what it hears: as it should, or in one of the ways in which receivers fail. */
type ReceiverBehaviour = "normal" | "swapped" | "silent" | "nonsense" | "cut" | "gone";

export interface ReceiverOptions {
  readonly port: number;
  /** The port of the air; null where there is none: then there is noise alone. */
  readonly airPort: number | null;
  readonly grid: string;
  /** Where it hears, Hz, as the radio that it stands beside is tuned. */
  readonly dial: () => number;
}

export interface ReceiverServer {
  readonly server: Server;
  readonly behave: (behaviour: ReceiverBehaviour) => void;
}

/** What it is told, a JSON object a line; docs/stand-ins.md describes it. */
const orderSchema = z.discriminatedUnion("do", [z.object({ do: z.literal("rate"), rate: z.literal(RECEIVER_RATES) })]);

/** What the air says of what arrives. */
const arrivingSchema = z.object({
  id: z.int(),
  frequencyHz: z.number(),
  mode: z.enum(AIR_MODES),
  speed: z.number().nullable(),
  text: z.string(),
  from: z.number(),
  lasts: z.number(),
  strength: z.number(),
});

/** A block of samples lasts so long, milliseconds. */
const BLOCK_MS = 50;
/** Who does not take what comes gets no more until he has: so many bytes wait at most. */
const MOST_WAITING = 1_000_000;
/** Where the dial comes so near to an edge, as a share of the width from the middle, it hears around the dial anew. */
const NEAR_EDGE = 0.4;
const SEED = 1897;

/** Starts the receiver beside a radio: what is on the air around its frequency, as I and Q. */
export async function startReceiver(options: ReceiverOptions): Promise<ReceiverServer> {
  let behaviour: ReceiverBehaviour = "normal";
  const sockets = new Set<Socket>();
  const server = createServer((socket) => {
    if (behaviour === "gone") return void socket.destroy();
    sockets.add(socket);
    socket.on("close", () => sockets.delete(socket));
    serve(socket, options, () => behaviour);
  });
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(options.port, "127.0.0.1", resolve);
  });
  return {
    server,
    behave(next) {
      behaviour = next;
      if (next === "gone") for (const socket of sockets) socket.destroy();
    },
  };
}

function serve(socket: Socket, options: ReceiverOptions, behaviour: () => ReceiverBehaviour): void {
  const { airPort, grid, dial } = options;
  let rate: number = 48_000;
  let rendering = begin();
  let centreHz = dial();
  /** Until when it has been heard, seconds since 1970. */
  let at = Date.now() / 1000;

  function begin(): Rendering {
    return createRendering(gridCenter(grid)!, rate, SEED);
  }

  const air: AirClient | null =
    airPort === null
      ? null
      : createAirClient(airPort, {
          opened: listen,
          heard: take,
          lost: () => rendering.hush(),
        });

  /** The air tells also what is under way. */
  function listen(): void {
    rendering.hush();
    air?.say({ do: "listen", low: Math.max(100_000, centreHz - rate / 2), high: centreHz + rate / 2, grid });
  }

  function take(words: AirWords): void {
    if (words.is === "stopped") return rendering.ends(Number(words.id));
    const heard = words.is === "sent" ? arrivingSchema.safeParse(words) : undefined;
    if (heard?.success === true) rendering.arrives({ ...heard.data, to: heard.data.from + heard.data.lasts });
  }

  function give(): void {
    const now = Date.now() / 1000;
    const pairs = Math.min(rate, Math.floor((now - at) * rate));
    if (pairs <= 0) return;
    if (Math.abs(dial() - centreHz) > rate * NEAR_EDGE) {
      centreHz = dial();
      listen();
    }
    const samples = rendering.render(now - pairs / rate, pairs, centreHz);
    at = now;
    const how = behaviour();
    if (how === "silent" || socket.writableLength > MOST_WAITING) return;
    if (how === "nonsense") return void socket.write("~~~~ 73 73 73 ~~~~\n".repeat(20));
    const bytes = bytesOf(samples, how === "swapped");
    const block = blockOf({ is: "samples", at: now, centreHz, rate }, bytes);
    if (how !== "cut") return void socket.write(block);
    socket.end(block.subarray(0, block.length >> 1));
  }

  const clock = setInterval(give, BLOCK_MS);
  readJsonLines(socket, (said) => {
    const order = orderSchema.safeParse(said);
    if (!order.success) return void socket.write(blockOf({ is: "fault", text: "it is told {do: rate, rate}" }));
    ({ rate } = order.data);
    rendering = begin();
    listen();
  });
  const drop = () => {
    clearInterval(clock);
    air?.close();
  };
  socket.on("close", drop);
  socket.on("error", drop);
}

/** Sixteen bits each, the lower byte first, I before Q. */
function bytesOf(samples: Float32Array, isSwapped: boolean): Uint8Array {
  const bytes = new DataView(new ArrayBuffer(samples.length * 2));
  for (let at = 0; at < samples.length; at++) {
    const sample = samples[isSwapped ? at ^ 1 : at]!;
    bytes.setInt16(at * 2, Math.round(sample * 32_767), true);
  }
  return new Uint8Array(bytes.buffer);
}
