import type { Duplex } from "node:stream";
import { z } from "zod";
import { formatFrequency } from "../../../core/band";
import type { TestStep } from "../../../core/contract";
import { createBlockReader, NotBlocks } from "../../../core/signal";
import { type Connection, linkKind, type Opening } from "../linkKind";
import { network, port } from "../settings";
import { openTcp, tryAddress } from "../wire";

/** How wide it hears, Hz. */
const RATES: readonly number[] = [24_000, 48_000, 96_000, 192_000];

const settingsSchema = z.strictObject({
  host: network.meta({ title: "Address" }),
  port: port.meta({ title: "Port" }),
  rate: z.coerce
    .number<string | number>()
    .int()
    .refine((rate) => RATES.includes(rate), "24000, 48000, 96000 or 192000 Hz")
    .default(48_000)
    .meta({
      title: "Width, Hz",
      description: "How much of the band it hears at once; wider asks more of this computer",
      offers: RATES,
    }),
  isSwapped: z.boolean().default(false).meta({
    title: "I and Q are swapped",
    description: "Where what is above the dial is shown below it",
  }),
});
type Settings = z.output<typeof settingsSchema>;

const saidSchema = z.discriminatedUnion("is", [
  z.object({
    is: z.literal("samples"),
    at: z.number(),
    centreHz: z.number().min(0).max(1e11),
    rate: z.number().min(8000).max(1_000_000),
  }),
  z.object({ is: z.literal("fault"), text: z.string().max(300) }),
]);
type Said = z.output<typeof saidSchema>;

/** I and Q of sixteen bits each, bytes. */
const PAIR = 4;
/** A block has at most a second of the widest. */
const MOST_BYTES = 192_000 * PAIR;
/** Who gives nothing for so long is gone, milliseconds. */
const SILENT_MS = 4000;
const NO_SAMPLES = "What comes is no I and Q in blocks: is it a receiver that listens there?";
const NOTHING_COMES = "It is there, and gives nothing to hear: is it turned on, and not busy with another program?";

/** A receiver that gives what it hears as I and Q over TCP; docs/stand-ins.md describes what it speaks. */
export const receiver = linkKind<Settings, never>({
  id: "receiver",
  label: "Receiver, as I and Q",
  role: "receiver",
  about: "Hears a stretch of the band at once: the picture of the band and the readers take it from there.",
  settings: settingsSchema,
  commands: z.never("a receiver takes no orders: where it hears follows the radio beside it"),
  address: ({ host, port: number }) => `${host}:${number}`,
  async open(opening, signal) {
    const wire = await openTcp(opening.settings.host, opening.settings.port, signal);
    return connectionOf(opening, wire);
  },
  async *test({ host, port: number, rate }): AsyncGenerator<TestStep> {
    const { step, wire } = await tryAddress(host, number);
    yield step;
    if (wire === null) return;
    const heard = await firstOf(wire, rate);
    wire.destroy();
    yield typeof heard === "string"
      ? { what: "Protocol", ok: false, text: heard }
      : {
          what: "Protocol",
          ok: true,
          text: `It hears ${heard.rate / 1000} kHz around ${formatFrequency(heard.centreHz)} kHz.`,
        };
  },
});

/** What comes first, or what is wrong. */
function firstOf(wire: Duplex, rate: number): Promise<Extract<Said, { is: "samples" }> | string> {
  return new Promise((resolve) => {
    const timer = setTimeout(() => resolve(NOTHING_COMES), SILENT_MS);
    const end = (heard: Extract<Said, { is: "samples" }> | string) => {
      clearTimeout(timer);
      resolve(heard);
    };
    hear(wire, rate, {
      samples: (said) => end(said),
      fault: (text) => end(`It says: ${text}`),
      closed: (text) => end(text ?? "It closed the connection."),
    });
  });
}

interface Ears {
  readonly samples: (said: Extract<Said, { is: "samples" }>, bytes: Uint8Array) => void;
  readonly fault: (text: string) => void;
  /** @param text what was wrong with what came; null where the other end closed */
  readonly closed: (text: string | null) => void;
}

function hear(wire: Duplex, rate: number, ears: Ears): void {
  let wrong: string | null = null;
  const reader = createBlockReader((head, bytes) => {
    const said = saidSchema.safeParse(head);
    if (!said.success || bytes.length % PAIR !== 0) throw new NotBlocks("it says something else");
    if (said.data.is === "fault") ears.fault(said.data.text);
    else ears.samples(said.data, bytes);
  }, MOST_BYTES);
  wire.on("data", (piece: Buffer) => {
    if (wrong !== null) return;
    try {
      reader.take(piece);
    } catch (error) {
      if (!(error instanceof NotBlocks)) throw error;
      wrong = NO_SAMPLES;
      wire.destroy();
    }
  });
  // What is wrong with the wire is told by its close.
  wire.on("error", () => {});
  wire.on("close", () => ears.closed(wrong));
  wire.write(`${JSON.stringify({ do: "rate", rate })}\n`);
}

function connectionOf(opening: Opening<Settings>, wire: Duplex): Connection<never> {
  const { linkId, name, settings, received, lost, remark } = opening;
  let closed = false;
  let silence: NodeJS.Timeout | undefined;
  const listen = () => {
    clearTimeout(silence);
    silence = setTimeout(() => end(NOTHING_COMES), SILENT_MS);
    silence.unref();
  };

  function close(): void {
    closed = true;
    clearTimeout(silence);
    wire.destroy();
  }
  function end(text: string): void {
    if (closed) return;
    close();
    lost(text);
  }

  listen();
  hear(wire, settings.rate, {
    samples({ at, centreHz, rate }, bytes) {
      if (closed) return;
      listen();
      received({ source: linkId, at, centreHz, rate, isSwapped: settings.isSwapped, bytes });
    },
    fault: (text) => remark(`It says: ${text}`),
    closed: (text) => end(text ?? `${name} went away: is it on?`),
  });

  return {
    command: () => Promise.reject(new Error("a receiver is told nothing")),
    stop: () => false,
    close,
  };
}
