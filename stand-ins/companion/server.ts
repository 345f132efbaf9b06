import { createSocket } from "node:dgram";
import { connect, type Socket } from "node:net";
import { readJsonLines } from "../jsonLines";
import { createCompanion } from "./operator";
import { recordOf } from "./record";

export interface CompanionOptions {
  /** The port of the air. */
  readonly airPort: number;
  readonly call: string;
  readonly grid: string;
  readonly watts: number;
  /** Where it sends each contact, on this computer. */
  readonly sendsTo: number;
}

export interface Companion {
  readonly close: () => void;
}

/** Where it listens: the dial, Hz, and how far above. */
const DIALS = [14_074_000, 21_074_000, 7_074_000, 28_074_000] as const;
const WIDTH = 3000;
/** It goes on to the next band when it heard nobody for so long, milliseconds. */
const QUIET_MS = 90_000;
const AGAIN_MS = 2000;

interface Said {
  readonly is?: unknown;
  readonly mode?: unknown;
  readonly text?: unknown;
  readonly frequencyHz?: unknown;
  readonly from?: unknown;
  readonly lasts?: unknown;
  readonly strength?: unknown;
  readonly noise?: unknown;
}

/** Starts the stand-in for a digital-mode program; docs/stand-ins.md describes what it does. */
export function startCompanion({ airPort, call, grid, watts, sendsTo }: CompanionOptions): Companion {
  const out = createSocket("udp4");
  const operate = createCompanion(call, grid);
  const timers = new Set<NodeJS.Timeout>();
  let socket: Socket | null = null;
  let quiet: NodeJS.Timeout | undefined;
  let closed = false;
  let dial = 0;
  let sends = 0;

  function later(work: () => void, at: number): void {
    const timer = setTimeout(
      () => {
        timers.delete(timer);
        work();
      },
      Math.max(0, at * 1000 - Date.now()),
    );
    timers.add(timer);
  }
  const say = (order: object) => socket?.write(`${JSON.stringify(order)}\n`);
  function tune(): void {
    const low = DIALS[dial % DIALS.length]!;
    say({ do: "listen", low, high: low + WIDTH, grid });
    clearTimeout(quiet);
    quiet = setTimeout(() => {
      dial++;
      tune();
    }, QUIET_MS);
  }

  function take({ is, mode, text, frequencyHz, from, lasts, strength, noise }: Said): void {
    if (is !== "sent" || mode !== "FT8") return;
    quiet?.refresh();
    const heard = {
      text: String(text),
      frequencyHz: Number(frequencyHz),
      from: Number(from),
      lasts: Number(lasts),
      over: Number(strength) - Number(noise),
    };
    // What is sent is read when it has ended.
    later(() => {
      const move = operate(heard);
      if (move?.do === "log") out.send(recordOf(move.contact, call, grid), sendsTo, "127.0.0.1");
      if (move?.do === "send") {
        const order = {
          do: "send",
          id: ++sends,
          call,
          grid,
          watts,
          frequencyHz: move.frequencyHz,
          mode: "FT8",
          text: move.text,
        };
        later(() => say(order), move.at);
      }
    }, heard.from + heard.lasts);
  }

  function open(): void {
    if (closed) return;
    const opened = connect(airPort, "127.0.0.1");
    opened.on("connect", () => {
      socket = opened;
      tune();
    });
    readJsonLines(opened, (said) => take(said as Said));
    opened.on("error", () => {});
    opened.on("close", () => {
      socket = null;
      if (!closed) setTimeout(open, AGAIN_MS).unref();
    });
  }

  open();
  return {
    close() {
      closed = true;
      clearTimeout(quiet);
      for (const timer of timers) clearTimeout(timer);
      socket?.destroy();
      out.close();
    },
  };
}
