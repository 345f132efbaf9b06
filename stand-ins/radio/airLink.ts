import { type AirWords, createAirClient } from "../air/client";
import { lastsFor } from "../world/speech";
import type { Carrier } from "./model";

export interface AirLinkOptions {
  /** The port of the air; null where there is none: then nothing is heard, and nobody hears. */
  readonly port: number | null;
  readonly call: string;
  readonly grid: string;
  /** Morse, words a minute. */
  readonly speed: number;
}

/** A radio's way to the air: what it hears around its frequency, and what it sends. */
export interface AirLink extends Carrier {
  /** Listens between two frequencies, Hz. */
  listen(low: number, high: number): void;
  /** How far the strongest signal there is over the noise, dB; 0 where there is none. */
  strength(): number;
  close(): void;
}

export function createAirLink({ port, call, grid, speed }: AirLinkOptions): AirLink {
  const heard = new Map<unknown, { readonly until: number; readonly over: number }>();
  let stretch: { readonly low: number; readonly high: number } | null = null;
  let sends = 0;
  const client = port === null ? null : createAirClient(port, { opened: tune, heard: take, lost: () => heard.clear() });
  const say = (order: object) => client?.say(order);

  function tune(): void {
    if (stretch !== null) say({ do: "listen", ...stretch, grid });
  }

  function take({ is, id, lasts, strength, noise }: AirWords): void {
    if (is === "stopped") heard.delete(id);
    if (is !== "sent") return;
    const until = Date.now() + Number(lasts) * 1000;
    heard.set(id, { until, over: Number(strength) - Number(noise) });
  }

  return {
    listen(low, high) {
      stretch = { low, high };
      heard.clear();
      tune();
    },
    strength() {
      let strongest = 0;
      for (const [id, { until, over }] of heard) {
        if (until < Date.now()) heard.delete(id);
        else strongest = Math.max(strongest, over);
      }
      return strongest;
    },
    send(frequencyHz, mode, text, watts, wanted = speed, more = false) {
      const power = Math.max(0.1, watts);
      if (!more) sends++;
      say({ do: "send", id: sends, call, grid, watts: power, frequencyHz, mode, speed: wanted, text, more });
      return lastsFor(text, mode, wanted);
    },
    stop: () => void say({ do: "stop", id: sends }),
    close: () => client?.close(),
  };
}
