import { connect } from "node:net";
import type { AddressInfo } from "node:net";
import { createBlockReader, createLevels, levelOf, samplesOf16 } from "../../src/core/signal";
import { startAir } from "../air/server";
import { startReceiver } from "./server";

const AIR_PORT = 0;
const GRID = "GF35co";

interface Samples {
  readonly is: string;
  readonly at: number;
  readonly centreHz: number;
  readonly rate: number;
  readonly bytes: number;
}

/** Blocks as they come, until enough of them did. */
async function hear(
  port: number,
  until: (heard: readonly Samples[], bytes: Uint8Array) => boolean,
  orders: readonly object[] = [],
): Promise<Samples[]> {
  const socket = connect(port, "127.0.0.1");
  for (const order of orders) socket.write(`${JSON.stringify(order)}\n`);
  const heard: Samples[] = [];
  await new Promise<void>((resolve, reject) => {
    const reader = createBlockReader((head, bytes) => {
      heard.push(head as Samples);
      if (until(heard, bytes)) resolve();
    }, 1_000_000);
    socket.on("data", (piece) => {
      try {
        reader.take(piece);
      } catch (error) {
        reject(error instanceof Error ? error : new Error(String(error)));
      }
    });
    socket.on("error", reject);
    socket.on("close", () => reject(new Error("it was closed")));
  }).finally(() => socket.destroy());
  return heard;
}

async function withReceiver(
  work: (
    port: number,
    receiver: Awaited<ReturnType<typeof startReceiver>>,
    turn: (hertz: number) => void,
  ) => Promise<void>,
  airPort: number | null = null,
): Promise<void> {
  let dial = 14_025_000;
  const receiver = await startReceiver({ port: 0, airPort, grid: GRID, dial: () => dial });
  const { port } = receiver.server.address() as AddressInfo;
  try {
    await work(port, receiver, (hertz) => (dial = hertz));
  } finally {
    await new Promise((resolve) => receiver.server.close(resolve));
  }
}

test("gives as many pairs as it is wide, as time goes on, around its radio", () =>
  withReceiver(async (port) => {
    for (const rate of [24_000, 192_000]) {
      const heard = await hear(port, (all) => all.filter((one) => one.rate === rate).length > 6, [
        { do: "rate", rate },
      ]);
      const wide = heard.filter((one) => one.rate === rate);
      expect(wide[0]).toMatchObject({ is: "samples", centreHz: 14_025_000 });
      // A machine that was held up for longer than a second hears the last one.
      for (const [nth, { at, bytes }] of wide.entries()) {
        if (nth === 0) continue;
        const seconds = Math.min(1, at - wide[nth - 1]!.at);
        expect(Math.abs(bytes / 4 - seconds * rate)).toBeLessThanOrEqual(1);
      }
    }
  }));

test("follows its radio where that comes near to an edge of what is heard, and no sooner", () =>
  withReceiver(async (port, _, turn) => {
    const heard = await hear(port, (all) => {
      if (all.length === 2) turn(14_025_000 + 15_000);
      if (all.length === 5) turn(14_025_000 + 21_000);
      return all.length === 9;
    });
    expect(new Set(heard.map(({ centreHz }) => centreHz))).toEqual(new Set([14_025_000, 14_046_000]));
    expect(heard[4]!.centreHz).toBe(14_025_000);
  }));

test("hears what is on the air, and who is next door", async () => {
  const air = await startAir({ port: AIR_PORT, seed: 3, stations: 5, before: 60 });
  const { port: airPort } = air.address() as AddressInfo;
  try {
    await withReceiver(async (port) => {
      const door = connect(airPort, "127.0.0.1");
      const send = { do: "send", id: 1, call: "CX3QUA", grid: GRID, frequencyHz: 14_030_000, mode: "CW", speed: 20 };
      const levels = createLevels({ rate: 48_000, isIq: true, wantedHz: 23.4, window: "hann", perSecond: 20 });
      const place = Math.round((14_030_000 - 14_025_000 - levels.lowestHz) / levels.placeHz);
      let loudest = -Infinity;
      let stopped = Infinity;
      let count = 0;
      const end = hear(port, (_, bytes) => {
        count++;
        if (count === 10) door.write(`${JSON.stringify({ ...send, text: "T T T T T T T T T T T T T T T T T T" })}\n`);
        for (const row of levels.take(samplesOf16(bytes))) loudest = Math.max(loudest, levelOf(row.levels[place]!));
        if (loudest > 40 && stopped === Infinity) {
          door.write(`${JSON.stringify({ do: "stop", id: 1 })}\n`);
          stopped = count;
        }
        return count > stopped + 3;
      });
      await end;
      door.destroy();
      expect(loudest).toBeGreaterThan(40);
    }, airPort);
  } finally {
    await new Promise((resolve) => air.close(resolve));
  }
});

test("fails in the ways in which receivers fail", () =>
  withReceiver(async (port, receiver) => {
    receiver.behave("nonsense");
    await expect(hear(port, () => false)).rejects.toThrow(/no JSON/);
    receiver.behave("cut");
    await expect(hear(port, () => false)).rejects.toThrow("it was closed");
    receiver.behave("gone");
    await expect(hear(port, () => false)).rejects.toThrow();
    receiver.behave("normal");
    const heard = await hear(port, (all) => all.some(({ is }) => is === "fault"), [{ do: "dance" }]);
    expect(heard.find(({ is }) => is === "fault")).toMatchObject({ text: expect.stringContaining("rate") as string });
  }));
