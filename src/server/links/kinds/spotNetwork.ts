import type { Duplex } from "node:stream";
import { z } from "zod";
import { decodeText } from "../../../core/adif";
import { cleanCall, parseCallsign } from "../../../core/callsign";
import { isoTime } from "../../../core/contact";
import { ONE_LINE, spotCommandSchema, type TestStep, type TextLine } from "../../../core/contract";
import { isSpotLine, minutesFrom, readSpotLine } from "../../../core/spot";
import { spanText } from "../../../core/time/words";
import { done } from "../../problem";
import { type Connection, linkKind, type Opening } from "../linkKind";
import { network, port } from "../settings";
import { lineReader } from "../telnetLines";
import { openTcp, tryAddress } from "../wire";

const call = z
  .string()
  .transform(cleanCall)
  .refine((text) => parseCallsign(text).ok, "a call to log in with, as CX3QUA");

const settingsSchema = z.strictObject({
  host: network.meta({ title: "Address" }),
  port: port.meta({ title: "Port" }),
  call: call.meta({ title: "Call", description: "that you log in with" }),
  after: z.array(z.string().max(200).regex(ONE_LINE, "one line each")).max(20).default([]).meta({
    title: "Said after the login",
    description: "one line each, as the network's own orders for the last spots",
  }),
  announces: z
    .string()
    .trim()
    .max(100)
    .refine((text) => text.includes("{kHz}") && text.includes("{call}"), "it holds {kHz} and {call}, and may {remark}")
    .default("announce {kHz} {call} {remark}")
    .meta({ title: "How one announces", description: "with {kHz}, {call} and {remark} where they go" }),
});
type Settings = z.output<typeof settingsSchema>;
type Command = z.output<typeof spotCommandSchema>;

/** So many lines are kept to be looked at. */
const MOST_LINES = 500;
const LONGEST_LINE = 4000;
/** A greeting may take so long, milliseconds. */
const GREETING_MS = 5000;
/** What asks for our call, or for a password. */
const ASKS_CALL = /\b(call|login|user)\b.*[:?>]\s*$/i;
const ASKS_PASSWORD = /password\s*[:?>]\s*$/i;
/** A clock that is so far off is wrong, minutes. */
const WRONG = 20;
/** The last lines that are asked for may be so old, minutes. */
const LONGEST_PAST = 6 * 60;
/** So many lines of now tell that a clock is wrong. */
const ENOUGH = 8;

/** A network of spots, over TCP, in the plain lines that such networks use by convention. */
export const spotNetwork = linkKind<Settings, Command>({
  id: "spotNetwork",
  label: "Spot network",
  role: "spots",
  about: "Lines of text over TCP: what stations others hear, where and when; and what you announce yourself.",
  settings: settingsSchema,
  commands: spotCommandSchema,
  address: ({ host, port: number }) => `${host}:${number}`,
  async open(opening, signal) {
    const { host, port: number } = opening.settings;
    return connectionOf(opening, await openTcp(host, number, signal));
  },
  async *test({ host, port: number, call: own }): AsyncGenerator<TestStep> {
    const { step, wire } = await tryAddress(host, number);
    yield step;
    if (wire === null) return;
    const asked = await answerOf(wire, (line) => ASKS_CALL.test(line));
    if (asked === null) {
      wire.destroy();
      const text = "It does not ask for a call: is it a spot network that listens there?";
      yield { what: "Protocol", ok: false, text };
      return;
    }
    yield { what: "Protocol", ok: true, text: `It says "${asked.slice(0, 80)}"` };
    wire.write(`${own}\r\n`, "latin1");
    const answered = await answerOf(wire, () => true);
    wire.destroy();
    if (answered === null) yield { what: "Login", ok: false, text: `It says nothing to ${own}, or closes.` };
    else if (ASKS_PASSWORD.test(answered))
      yield { what: "Login", ok: false, text: "It asks for a password: choose a network that asks for none." };
    else yield { what: "Login", ok: true, text: `To ${own} it says "${answered.slice(0, 80)}"` };
  },
});

/** The first line, or the beginning of one, that fits; null where none comes. */
function answerOf(wire: Duplex, fits: (line: string) => boolean): Promise<string | null> {
  return new Promise((resolve) => {
    const end = (line: string | null) => {
      clearTimeout(timer);
      wire.off("data", take);
      resolve(line);
    };
    const timer = setTimeout(() => end(null), GREETING_MS);
    const read = lineReader(LONGEST_LINE);
    const take = (piece: Buffer) => {
      const { lines, rest } = read(piece);
      const found = [...lines, rest].find((line) => line.trim() !== "" && fits(line));
      if (found !== undefined) end(found.trim());
    };
    wire.on("data", take);
    wire.on("error", () => {});
    wire.once("close", () => end(null));
  });
}

function connectionOf(opening: Opening<Settings>, wire: Duplex): Connection<Command> {
  const { settings, context, say, remark, changed, lost, spotted } = opening;
  const lines: TextLine[] = [];
  const counts = { spots: 0, malformed: 0, "off the bands": 0 };
  /** How far the times of the last lines are from now, minutes. */
  const offsets: number[] = [];
  let clockOff: number | null = null;
  const read = lineReader(LONGEST_LINE);
  let phase: "greeting" | "in" = "greeting";
  let telling: NodeJS.Timeout | undefined;
  let closed = false;

  function note(text: string, sent: boolean): void {
    const line = { at: isoTime(context.now()), sent, text: text.slice(0, LONGEST_LINE) };
    lines.push(line);
    if (lines.length > MOST_LINES) lines.shift();
    say({ is: "line", line });
  }

  function send(text: string): void {
    wire.write(`${text}\r\n`);
    note(text, true);
  }

  function end(text: string): void {
    if (closed) return;
    close();
    lost(text);
  }

  /** Logs in as soon as it is asked for the call; what it asks stands at the end, without the end of a line. */
  function greet(line: string): void {
    if (phase !== "greeting" || !ASKS_CALL.test(line)) return;
    phase = "in";
    send(settings.call);
    for (const text of settings.after) if (text.trim() !== "") send(text.trim());
  }

  function hear(line: string): void {
    note(line, false);
    if (ASKS_PASSWORD.test(line))
      return remark("It asks for a password: choose a network that asks for none, or ask its keeper.");
    greet(line);
    if (!isSpotLine(line)) return;
    const said = readSpotLine(line);
    if (said === null) return count("malformed");
    const now = context.now();
    const apart = said.minute === null ? 0 : minutesFrom(said.minute, now);
    judgeClock(apart);
    // What is said to be of before may be that; what is said to be of later was heard now.
    const at = apart < 0 && apart > -LONGEST_PAST ? now + apart * 60 : now;
    const { spotter, frequencyHz, call: heard, remark: words } = said;
    count(spotted({ at, spotter, frequencyHz, call: heard, remark: words }) ? "spots" : "off the bands");
  }

  /** Single stations have wrong clocks; where most lines of now are as far off, a clock is wrong here or there. */
  function judgeClock(apart: number): void {
    offsets.push(apart);
    if (offsets.length > ENOUGH * 2) offsets.shift();
    if (offsets.length < ENOUGH) return;
    const middle = [...offsets].sort((a, b) => a - b)[offsets.length >> 1]!;
    const alike = offsets.filter((one) => Math.abs(one - middle) <= 2).length;
    clockOff = Math.abs(middle) > WRONG && alike > offsets.length * 0.7 ? middle : null;
    remark(
      clockOff === null
        ? null
        : `Its times are ${spanText(clockOff * 60)} ${clockOff < 0 ? "behind" : "ahead of"} this computer's: one of the two clocks is wrong.`,
    );
  }

  function count(what: keyof typeof counts): void {
    counts[what]++;
    telling ??= setTimeout(() => {
      telling = undefined;
      if (!closed) changed();
    }, 1000);
  }

  function close(): void {
    closed = true;
    clearTimeout(telling);
    wire.destroy();
  }

  wire.on("data", (piece: Buffer) => {
    const { lines: whole, rest, isEndless } = read(piece);
    for (const line of whole) if (line.trim() !== "") hear(decodeText(line).trimEnd());
    if (isEndless) return end("It sends without ever ending a line: is it a spot network that listens there?");
    if (rest.trim() !== "") greet(rest);
  });
  wire.on("error", () => {});
  wire.on("close", () =>
    end(phase === "greeting" ? "It closed before it asked for a call: is it the right port?" : closedText()),
  );

  function closedText(): string {
    const last = lines.findLast(({ sent }) => !sent)?.text;
    return last === undefined
      ? "It closed the connection."
      : `It closed the connection; it said "${last.slice(0, 80)}".`;
  }

  return {
    command(command) {
      if (command.do === "say") send(command.text);
      else send(announcement(settings.announces, command));
      return Promise.resolve(done({ id: null }));
    },
    stop: () => false,
    state: () => ({ counts: { ...counts }, clockOff }),
    lines: () => lines,
    close,
  };
}

function announcement(
  form: string,
  { call: station, frequencyHz, remark }: Extract<Command, { do: "announce" }>,
): string {
  const values = { kHz: (frequencyHz / 1000).toFixed(1), call: station, remark };
  return form.replace(/\{(kHz|call|remark)\}/g, (_, name: keyof typeof values) => values[name]).trim();
}
