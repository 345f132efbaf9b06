import type { Duplex } from "node:stream";
import { createInterface } from "node:readline";
import { z } from "zod";
import { keyerCommandSchema, type LinkNews, type TestStep } from "../../../core/contract";
import { unkeyable } from "../../../core/signal";
import { done, invalid } from "../../problem";
import { type Connection, linkKind, type Opening } from "../linkKind";
import { network, port } from "../settings";
import { openTcp, tryAddress } from "../wire";

const settingsSchema = z.strictObject({
  host: network.meta({ title: "Address" }),
  port: port.meta({ title: "Port" }),
});
type Settings = z.output<typeof settingsSchema>;
type Command = z.output<typeof keyerCommandSchema>;

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
type Said = z.output<typeof saidSchema>;

/** A keyer stops when nobody has told it for some seconds that he is still there. */
const HERE_MS = 1000;
const LONGEST_LINE = 20_000;
/** How long it may take to say that it is ready. */
const READY_MS = 2000;

/** A keyer for Morse, over TCP; docs/stand-ins.md describes what it speaks. */
export const keyer = linkKind<Settings, Command>({
  id: "keyer",
  label: "Morse keyer",
  role: "keyer",
  about: "Sends the messages of a contest, letter by letter, at the speed that is set.",
  settings: settingsSchema,
  commands: keyerCommandSchema,
  address: ({ host, port: number }) => `${host}:${number}`,
  async open(opening, signal) {
    const wire = await openTcp(opening.settings.host, opening.settings.port, signal);
    return connectionOf(opening, wire);
  },
  async *test({ host, port: number }): AsyncGenerator<TestStep> {
    const { step, wire } = await tryAddress(host, number);
    yield step;
    if (wire === null) return;
    const ready = await isReady(wire);
    wire.destroy();
    yield ready
      ? { what: "Protocol", ok: true, text: "It says that it is ready." }
      : { what: "Protocol", ok: false, text: "It does not say that it is ready: is it a keyer that listens there?" };
  },
});

function isReady(wire: Duplex): Promise<boolean> {
  return new Promise((resolve) => {
    const timer = setTimeout(() => resolve(false), READY_MS);
    const answer = (ready: boolean) => {
      clearTimeout(timer);
      resolve(ready);
    };
    hearLines(
      wire,
      (said) => answer(said.is === "ready"),
      () => answer(false),
    );
  });
}

/** Hears what it says, line by line; what is not understood is of a later version, or rubbish, and passed over. */
function hearLines(wire: Duplex, hear: (said: Said) => void, closed: () => void): void {
  let unended = 0;
  wire.on("data", (piece: Buffer) => {
    const end = piece.lastIndexOf("\n");
    unended = end < 0 ? unended + piece.length : piece.length - end;
    if (unended > LONGEST_LINE) wire.destroy();
  });
  // What is wrong with the wire is told by its close.
  wire.on("error", () => {});
  wire.on("close", closed);
  createInterface({ input: wire })
    .on("line", (line) => {
      const parsed = saidSchema.safeParse(jsonOf(line));
      if (parsed.success) hear(parsed.data);
    })
    .on("error", () => {});
}

function connectionOf({ say, sending, lost, name }: Opening<Settings>, wire: Duplex): Connection<Command> {
  let last = 0;
  let closed = false;
  /** The transmission that goes on, and who asked for it. */
  let current: { readonly id: number; readonly position: string } | null = null;

  const tell = (order: object) => void wire.write(`${JSON.stringify(order)}\n`);
  const here = setInterval(() => {
    if (current !== null) tell({ do: "here" });
  }, HERE_MS);

  function ended(news: Omit<Extract<LinkNews, { id: number }>, "id">): void {
    if (current === null) return;
    say({ ...news, id: current.id }, current.position);
    current = null;
    void sending(false);
  }

  function hear(said: Said): void {
    if (said.is === "ready" || ("id" in said && said.id !== current?.id)) return;
    if (said.is === "letter") say(said, current!.position);
    else if (said.is === "fault") ended({ is: "broken", text: `The keyer says: ${said.text}` });
    else ended({ is: said.is, text: said.sent });
  }

  function close(): void {
    closed = true;
    clearInterval(here);
    wire.destroy();
    ended({ is: "broken", text: "The connection to the keyer broke." });
  }

  hearLines(wire, hear, () => {
    if (closed) return;
    close();
    lost(`${name} went away: is it on?`);
  });

  function stop(): boolean {
    tell({ do: "stop" });
    return current !== null;
  }

  return {
    async command(command, position) {
      if (command.do === "stop") return (stop(), done({ id: null }));
      if (command.do === "speed") return (tell(command), done({ id: null }));
      const odd = unkeyable(command.text);
      if (odd.length > 0) return invalid([{ field: "text", text: `Morse has no sign for ${odd.join(" ")}` }]);
      current = { id: ++last, position };
      void sending(true);
      tell({ ...command, id: last });
      return done({ id: last });
    },
    stop: () => stop(),
    state: () => ({ keys: true }),
    close,
  };
}

function jsonOf(line: string): unknown {
  try {
    return JSON.parse(line) as unknown;
  } catch {
    return null;
  }
}
