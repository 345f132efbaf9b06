import { createSocket } from "node:dgram";
import { type AirWords, createAirClient } from "../air/client";
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

/** Starts the stand-in for a digital-mode program; docs/stand-ins.md describes what it does. */
export function startCompanion({ airPort, call, grid, watts, sendsTo }: CompanionOptions): Companion {
  const out = createSocket("udp4");
  const operate = createCompanion(call, grid);
  const timers = new Set<NodeJS.Timeout>();
  let quiet: NodeJS.Timeout | undefined;
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
  const client = createAirClient(airPort, { opened: tune, heard: take });
  function tune(): void {
    const low = DIALS[dial % DIALS.length]!;
    client.say({ do: "listen", low, high: low + WIDTH, grid });
    clearTimeout(quiet);
    quiet = setTimeout(() => {
      dial++;
      tune();
    }, QUIET_MS);
  }

  function take({ is, mode, text, frequencyHz, from, lasts, strength, noise }: AirWords): void {
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
        later(() => client.say(order), move.at);
      }
    }, heard.from + heard.lasts);
  }

  return {
    close() {
      clearTimeout(quiet);
      for (const timer of timers) clearTimeout(timer);
      client.close();
      out.close();
    },
  };
}
