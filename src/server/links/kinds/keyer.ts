import type { Duplex } from "node:stream";
import { createInterface } from "node:readline";
import { z } from "zod";
import { keyerCommandSchema, type LinkNews, type TestStep } from "../../../core/contract";
import { KEYED, KEYED_MODES, type KeyedMode } from "../../../core/signal";
import { done, failed, invalid } from "../../problem";
import { createLease } from "../lease";
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
  z.object({ is: z.literal("ready"), modes: z.array(z.enum(KEYED_MODES)).default(["CW"]) }),
  z.object({
    is: z.literal("letter"),
    id: z.int(),
    letter: z.string().max(2),
    down: z
      .array(z.object({ from: z.number(), to: z.number() }))
      .max(20)
      .optional(),
    codes: z.array(z.int().min(0).max(31)).max(8).optional(),
    lasts: z.number(),
  }),
  z.object({ is: z.enum(["done", "stopped", "limit"]), id: z.int(), sent: z.string().max(600) }),
  z.object({ is: z.literal("fault"), text: z.string().max(300) }),
]);
type Said = z.output<typeof saidSchema>;

/** A keyer stops when nobody has told it for a moment that he is still there. */
const HERE_MS = 500;
const LONGEST_LINE = 20_000;
/** How long it may take to say that it is ready. */
const READY_MS = 2000;

/** A keyer for Morse and RTTY, over TCP; docs/stand-ins.md describes what it speaks. */
export const keyer = linkKind<Settings, Command>({
  id: "keyer",
  label: "Keyer",
  role: "keyer",
  about: "Sends messages, and what is typed, in Morse or RTTY, letter by letter.",
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

function connectionOf(opening: Opening<Settings>, wire: Duplex): Connection<Command> {
  const { say, sending, changed, lost, name } = opening;
  let last = 0;
  let closed = false;
  let keysIn: readonly KeyedMode[] = ["CW"];
  /** The transmission that goes on, and who asked for it. */
  let current: { readonly id: number; readonly position: string; readonly mode: KeyedMode } | null = null;

  const tell = (order: object) => void wire.write(`${JSON.stringify(order)}\n`);
  const here = setInterval(() => {
    if (current !== null) tell({ do: "here" });
  }, HERE_MS);
  const lease = createLease(() => {
    stop();
    ended({ is: "broken", text: "The page that sent did not say any more that it is there, so it was stopped." });
  });

  function ended(news: Omit<Extract<LinkNews, { id: number }>, "id">): void {
    if (current === null) return;
    say({ ...news, id: current.id }, current.position);
    current = null;
    lease.end();
    void sending(false);
  }

  function hear(said: Said): void {
    if (said.is === "ready") {
      keysIn = said.modes;
      return changed();
    }
    if ("id" in said && said.id !== current?.id) return;
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

  const isElsewhere = (position: string) => current !== null && current.position !== position;
  const busy = () => failed(409, "Busy", `${name} sends for another window just now: stop it there, or wait.`);
  function oddIn(mode: KeyedMode, text: string) {
    const odd = KEYED[mode].odd(text);
    return odd.length === 0
      ? null
      : invalid([{ field: "text", text: `${KEYED[mode].name} has no sign for ${odd.join(" ")}` }]);
  }

  return {
    async command(command, position) {
      switch (command.do) {
        case "stop":
          return (stop(), done({ id: null }));
        case "speed":
          return (tell(command), done({ id: null }));
        case "here":
          return done({ id: lease.renew(position) ? (current?.id ?? null) : null });
        case "text": {
          if (current === null) return failed(409, "Nothing is sent", "what you add to has ended: send it anew.");
          if (isElsewhere(position)) return busy();
          const odd = oddIn(current.mode, command.text);
          if (odd !== null) return odd;
          tell({ ...command, id: current.id });
          return done({ id: current.id });
        }
        case "send": {
          if (isElsewhere(position)) return busy();
          if (!keysIn.includes(command.mode))
            return failed(422, "Does not key", `${name} does not key ${command.mode}.`);
          const odd = oddIn(command.mode, command.text);
          if (odd !== null) return odd;
          current = { id: ++last, position, mode: command.mode };
          void sending(true);
          lease.begin(position);
          tell({ ...command, id: last });
          return done({ id: last });
        }
      }
    },
    stop: () => stop(),
    state: () => ({ keysIn: [...keysIn] }),
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
