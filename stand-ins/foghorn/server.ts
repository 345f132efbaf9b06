import { createServer, type Server, type Socket } from "node:net";
import { cleanCall, parseCallsign } from "../../src/core/callsign";
import { readSpotLine, writeSpotLine } from "../../src/core/spot";
import { type AirClient, type AirWords, createAirClient } from "../air/client";
import { AIR_MODES } from "../world/operators";
import { randomFrom } from "../../src/core/random";
import { callerIn, createNetwork } from "./network";
import { type Spotter, SPOTTERS } from "./spotters";

/** How the network behaves: as it should, or in one of the ways in which networks fail. */
type FoghornBehaviour = "normal" | "endless" | "closes" | "password" | "hour" | "silent";

export interface FoghornOptions {
  readonly port: number;
  readonly host?: string;
  /** The port of the air; null where there is none: then only what is typed is announced. */
  readonly airPort: number | null;
  readonly seed: number;
}

/** The network with its socket. */
export interface Foghorn {
  readonly server: Server;
  readonly behave: (behaviour: FoghornBehaviour) => void;
  /** Announces a line to all who are logged in. */
  readonly announce: (line: string) => void;
  close(): void;
}

const LONGEST_LINE = 400;
const MOST_LAST = 100;
/** Telnet: will echo, and do not, whatever the other side says. */
const NEGOTIATION = Buffer.from([255, 251, 1, 255, 254, 34]);
/** How often a line comes in two pieces, with a bell, or with words between. */
const ODD = { cut: 0.05, bell: 0.03, words: 0.02 } as const;
const ENDLESS = 10_000_000;

/** Starts the stand-in for a spot network; docs/stand-ins.md describes what it speaks. */
export async function startFoghorn({ port, host = "127.0.0.1", airPort, seed }: FoghornOptions): Promise<Foghorn> {
  const random = randomFrom(seed);
  const network = createNetwork(random);
  const users = new Map<Socket, string>();
  const pieces = new Map<Socket, Buffer[]>();
  let behaviour: FoghornBehaviour = "normal";

  const clients: AirClient[] = airPort === null ? [] : SPOTTERS.map((spotter) => listen(spotter, airPort));

  function listen(spotter: Spotter, air: number): AirClient {
    const { grid } = spotter;
    const client = createAirClient(air, {
      opened: () => client.say({ do: "listen", low: 1_800_000, high: 450_000_000, grid }),
      heard: (words) => hear(spotter, words),
    });
    return client;
  }

  function hear(spotter: Spotter, { is, text, frequencyHz, mode, speed, strength, noise, from }: AirWords): void {
    const call = is === "sent" ? callerIn(String(text)) : null;
    const known = AIR_MODES.find((one) => one === mode);
    if (call === null || known === undefined) return;
    const line = network.heard(spotter, {
      call,
      frequencyHz: Number(frequencyHz),
      mode: known,
      speed: typeof speed === "number" ? speed : null,
      over: Number(strength) - Number(noise),
      at: Number(from),
    });
    if (line !== null) announce(line);
  }

  function announce(line: string): void {
    for (const socket of users.keys()) sendLine(socket, behaviour === "hour" ? hourOff(line) : line);
  }

  function sendLine(socket: Socket, line: string): void {
    if (behaviour === "silent") return;
    // The text of such networks is of eight bits.
    const bytes = Buffer.from(`${line}${random.chance(ODD.bell) ? "\x07" : ""}\r\n`, "latin1");
    if (random.chance(ODD.words)) put(socket, Buffer.from("To ALL de Foghorn: the fog lifts towards noon.\r\n"));
    const cut = random.chance(ODD.cut) ? random.between(1, bytes.length - 1) : bytes.length;
    put(socket, bytes.subarray(0, cut));
    if (cut < bytes.length) put(socket, bytes.subarray(cut));
  }

  /** Writes piece by piece, each by itself, in their order. */
  function put(socket: Socket, piece: Buffer): void {
    const before = pieces.get(socket);
    if (before !== undefined) return void before.push(piece);
    const waiting = [piece];
    pieces.set(socket, waiting);
    const next = () => {
      const first = waiting.shift();
      if (first === undefined) return void pieces.delete(socket);
      socket.write(first);
      setImmediate(next);
    };
    next();
  }

  function serve(socket: Socket): void {
    let buffer = "";
    let asked: "call" | "password" | null = "call";
    const say = (text: string) => socket.write(`${text}\r\n`, "latin1");
    socket.setEncoding("latin1");
    socket.write(NEGOTIATION);
    say("Foghorn, a network of spots. Your call?");

    function take(line: string): void {
      if (asked === "password") return void say("That is not the password. Password:");
      if (asked === "call") return login(line);
      const [word = "", ...rest] = line.split(/\s+/);
      if (word === "last") {
        const count = Math.min(MOST_LAST, Math.max(1, Number(rest[0] ?? 20) || 20));
        for (const one of network.last(count)) say(one);
      } else if (word === "announce") announceFrom(users.get(socket)!, rest);
      else if (word === "bye") socket.end("73\r\n");
      else say(`${word.slice(0, 20)}? There are: last 20, announce 14025.0 DL1QTA and a remark, bye.`);
    }

    function login(line: string): void {
      const parsed = parseCallsign(/\d/.test(line) ? cleanCall(line) : "");
      if (!parsed.ok) return void say("That is no call. Your call?");
      if (behaviour === "password") {
        asked = "password";
        return void say("Password:");
      }
      if (behaviour === "closes") return void socket.end("Full. Come back later.\r\n");
      asked = null;
      users.set(socket, parsed.callsign.call);
      say(`Welcome, ${parsed.callsign.call}: ${users.size} here.`);
      if (behaviour === "endless")
        for (let sent = 0; sent < ENDLESS; sent += 100_000) socket.write("x".repeat(100_000));
    }

    function announceFrom(spotter: string, [kilohertz = "", call = "", ...remark]: string[]): void {
      const line = readSpotLine(`DX de ${spotter}: ${kilohertz} ${call} ${remark.join(" ")}`);
      if (line === null) return void say("announce what? As in: announce 14025.0 DL1QTA and a remark.");
      announce(network.announce(line, Date.now() / 1000));
    }

    socket.on("data", (piece: string) => {
      buffer += withoutTelnet(piece);
      const lines = buffer.split(/\r?\n|\r/);
      buffer = lines.pop() ?? "";
      if (buffer.length > LONGEST_LINE) return socket.destroy();
      for (const line of lines) if (line.trim() !== "") take(line.trim());
    });
    const drop = () => users.delete(socket);
    socket.on("close", drop);
    socket.on("error", drop);
  }

  const server = createServer(serve);
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, host, resolve);
  });
  return {
    server,
    announce,
    behave(next) {
      behaviour = next;
    },
    close() {
      for (const client of clients) client.close();
      for (const socket of users.keys()) socket.destroy();
      server.close();
    },
  };
}

/** Telnet's own orders, of three bytes each, are none of the text. */
function withoutTelnet(text: string): string {
  return text.replace(/\xff[\xfb-\xfe][\s\S]/g, "");
}

/** A line as from a network whose clock is an hour wrong. */
function hourOff(line: string): string {
  const said = readSpotLine(line);
  return said?.minute == null ? line : writeSpotLine({ ...said, minute: (said.minute + 1380) % 1440 });
}
