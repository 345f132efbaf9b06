import type { Duplex } from "node:stream";
import {
  type Descriptor,
  dialectOf,
  PART_NAMES,
  type PartName,
  PARTS,
  type PartValue,
  type RadioState,
  UNKNOWN_RADIO,
} from "../../core/radio";
import { done, failed, type Result } from "../problem";

/** A conversation with a radio: orders go one at a time, each waits for what answers it, and between them it is asked. */
export interface Talker {
  readonly state: RadioState;
  /** Asks who it is; null where the descriptor has nothing to ask. */
  identify(): Promise<Result<string | null>>;
  /** Asks all that can be asked, once. A part that it refuses is not asked again. */
  readAll(): Promise<Result<null>>;
  /** Tells a part a value. Of values that wait for their turn only the last is told. */
  tell(part: PartName, value: PartValue): Promise<Result<null>>;
  /** Sends an order that begins a transmission as it is, with what answers it. */
  order(line: string, awaited: string | undefined): Promise<Result<null>>;
  /** Sends an order that ends one: at once, before all that waits, which is dropped; no answer is waited for. */
  urgent(line: string, awaited: string | undefined): void;
  /** From now on it is asked again and again what it does not tell by itself. */
  watch(): void;
  close(): void;
}

interface TalkerOptions {
  readonly wire: Duplex;
  readonly descriptor: Descriptor;
  readonly heard: (change: Partial<RadioState>) => void;
  /** The conversation is over, for what reason. */
  readonly lost: (text: string) => void;
}

interface Order {
  readonly line: string;
  /** The part that it tells, with its value, or that it asks. */
  readonly told: { readonly part: PartName; readonly value: PartValue } | null;
  readonly asked: PartName | "identity" | null;
  readonly awaited: string | undefined;
  readonly settle: (result: Result<string | null>) => void;
}

/** So many orders in a row without an answer that makes sense, and the radio counts as gone. */
const PATIENCE = 3;
const LONGEST_LINE = 2000;
/** What was written has so long to go out, milliseconds. */
const HANG_UP_MS = 500;
/** What it tells by itself is asked all the same, now and then: once in so many rounds. */
const SLOW_ROUNDS = 20;

export function createTalker({ wire, descriptor, heard, lost }: TalkerOptions): Talker {
  const { parts, lineEnd, answerEnd = lineEnd, waitMs, pauseMs, everyMs } = descriptor;
  const dialect = dialectOf(descriptor);
  const waiting: Order[] = [];
  const refusedParts = new Set<PartName>();
  /** What urgent orders are answered by: it is no answer to the order under way. */
  const urgentAnswers: string[] = [];
  let state = UNKNOWN_RADIO;
  let current: Order | null = null;
  let deadline: NodeJS.Timeout | undefined;
  let poll: NodeJS.Timeout | undefined;
  let buffer = "";
  /** What came last that was not understood. */
  let strange = "";
  let failures = 0;
  let round = 0;
  let closed = false;
  /** The pause between two orders. */
  let resting = false;

  function change(field: keyof RadioState, value: PartValue): void {
    if (state[field] === value) return;
    state = { ...state, [field]: value };
    heard({ [field]: value });
  }

  function enqueue(order: Omit<Order, "settle">, settle: Order["settle"]): void {
    if (closed) return settle(failed(503, "Not there", "the radio is not there any more"));
    waiting.push({ ...order, settle });
    next();
  }

  const ask = (order: Omit<Order, "settle">): Promise<Result<string | null>> =>
    new Promise((resolve) => enqueue(order, resolve));

  function next(): void {
    if (current !== null || resting || closed) return;
    const order = waiting.shift();
    if (order === undefined) return;
    current = order;
    strange = "";
    wire.write(order.line + lineEnd, "latin1");
    const silent = order.asked === null && order.awaited === undefined;
    deadline = setTimeout(() => (silent ? settle(done(null)) : unanswered()), silent ? 0 : waitMs);
  }

  function settle(result: Result<string | null>): void {
    clearTimeout(deadline);
    const order = current;
    current = null;
    if (order === null) return;
    if (result.ok && order.told !== null) change(PARTS[order.told.part].field, order.told.value);
    order.settle(result);
    if (pauseMs === 0) return next();
    resting = true;
    setTimeout(() => {
      resting = false;
      next();
    }, pauseMs);
  }

  function unanswered(): void {
    failures++;
    const text =
      strange !== ""
        ? `answers "${shown(strange)}", which the descriptor does not know: is it the right descriptor, and the right speed?`
        : buffer !== ""
          ? `sends "${shown(buffer)}" without the end of a line: does lineEnd of the descriptor fit?`
          : "does not answer: is it on, and is the descriptor the right one?";
    buffer = "";
    settle(failed(504, "No answer", text));
    if (failures >= PATIENCE) end(text);
  }

  function hear(line: string): void {
    const said = dialect.understand(line, current?.awaited);
    if (said.is === "value") {
      change(PARTS[said.part].field, said.value);
      const answers =
        current?.asked === said.part || (current?.told?.part === said.part && current.awaited?.includes("{}"));
      if (answers && !said.byItself) settled(null);
      return;
    }
    const urgent = urgentAnswers.findIndex((form) => dialect.understand(line, form).is === "done");
    if (urgent >= 0) return void urgentAnswers.splice(urgent, 1);
    if (current === null) return;
    if (said.is === "done" && current.asked === null) settled(null);
    else if (said.is === "identity" && current.asked === "identity") settled(said.model);
    else if (said.is === "refused") {
      failures = 0;
      if (current.asked !== null && current.asked !== "identity") refusedParts.add(current.asked);
      settle(failed(422, "Refused", `says "${shown(said.text)}"`));
    } else if (said.is === "strange") strange = said.text;
  }

  function settled(value: string | null): void {
    failures = 0;
    settle(done(value));
  }

  function take(piece: Buffer): void {
    buffer += piece.toString("latin1");
    const lines = buffer.split(answerEnd);
    buffer = lines.pop() ?? "";
    if (buffer.length > LONGEST_LINE)
      return end("sends without ever ending a line: does lineEnd of the descriptor fit?");
    for (const line of lines) if (line.trim() !== "") hear(line);
  }

  function end(text: string): void {
    if (closed) return;
    close();
    lost(text);
  }

  function close(): void {
    closed = true;
    clearTimeout(deadline);
    clearInterval(poll);
    hangUp(wire);
    const left = current === null ? waiting : [current, ...waiting];
    current = null;
    for (const order of left.splice(0)) order.settle(failed(503, "Not there", "the radio is not there any more"));
  }

  const asksFor = (part: PartName): Omit<Order, "settle"> | null => {
    const { ask: line } = parts[part] ?? {};
    return line === undefined || refusedParts.has(part) ? null : { line, told: null, asked: part, awaited: undefined };
  };

  /** Who gave an order may not be told what came of it. */
  function lookAgain(part: PartName): void {
    const order = asksFor(part);
    if (order !== null) enqueue(order, () => {});
  }

  wire.on("data", take);
  // What is wrong with a wire is told by its close.
  wire.on("error", () => {});
  wire.on("close", () => end("went away: is it switched off, or its cable out?"));

  return {
    get state() {
      return state;
    },
    identify() {
      const { identity } = descriptor;
      if (identity === undefined) return Promise.resolve(done(null));
      return ask({ line: identity.ask, told: null, asked: "identity", awaited: undefined });
    },
    async readAll() {
      for (const part of PART_NAMES) {
        const order = asksFor(part);
        if (order === null) continue;
        const answered = await ask(order);
        if (!answered.ok && answered.problem.title !== "Refused") return answered;
      }
      return done(null);
    },
    async tell(part, value) {
      const line = dialect.tell(part, value);
      if (line === null) return failed(422, "Cannot be told", `cannot be told ${part} ${String(value)}`);
      const order = { line, told: { part, value }, asked: null, awaited: parts[part]?.done };
      const before = waiting.findIndex(({ told }) => told?.part === part);
      if (before < 0) return voided(await ask(order));
      const replaced = waiting[before]!;
      return new Promise((resolve) => {
        waiting[before] = {
          ...order,
          settle: (result) => {
            replaced.settle(result);
            resolve(voided(result));
          },
        };
      });
    },
    async order(line, awaited) {
      const answered = ask({ line, told: null, asked: null, awaited });
      lookAgain("transmit");
      return voided(await answered);
    },
    urgent(line, awaited) {
      for (const order of waiting.splice(0)) order.settle(failed(409, "Stopped", "it was stopped before it was told"));
      if (awaited !== undefined) urgentAnswers.push(awaited);
      if (closed) return;
      wire.write(line + lineEnd, "latin1");
      lookAgain("transmit");
    },
    watch() {
      poll = setInterval(() => {
        if (current !== null || waiting.length > 0) return;
        round++;
        for (const part of PART_NAMES) {
          if (parts[part]?.news === undefined || round % SLOW_ROUNDS === 0) lookAgain(part);
        }
      }, everyMs);
    },
    close,
  };
}

/** Lets what was written go out, an order to stop above all, and closes the wire. */
function hangUp(wire: Duplex): void {
  const late = setTimeout(() => wire.destroy(), HANG_UP_MS);
  wire.end(() => {
    clearTimeout(late);
    wire.destroy();
  });
}

function voided(result: Result<string | null>): Result<null> {
  return result.ok ? done(null) : result;
}

/** What came from a radio, fit to be shown. */
function shown(text: string): string {
  return text.replace(/[^\x20-\x7e]/g, "·").slice(0, 60);
}
