import { connect, type AddressInfo, type Socket } from "node:net";
import type { Link } from "../src/core/contract";
import { startAir } from "../stand-ins/air/server";
import { type ReceiverServer, startReceiver } from "../stand-ins/receiver/server";
import type { AirMode } from "../stand-ins/world/operators";
import type { App } from "./app";

/** A receiver on an air where nobody is but who is told to send, linked to an application. */
export interface Ears {
  readonly receiver: ReceiverServer;
  /** A station sends for minutes, the same again and again. */
  readonly sends: (call: string, hertz: number, mode?: AirMode, more?: Sending) => void;
  readonly phase: () => Promise<string | undefined>;
  readonly stop: () => Promise<void>;
}

interface Sending {
  /** Where it is. */
  readonly grid?: string;
  readonly says?: string;
}

/** From here one is heard at any hour. */
const NEXT_TOWN = "GF35aa";
/** As much as goes into one transmission. */
const LONG = 480;

/** @param dial where the radio is that it stands beside, Hz */
export async function startEars(app: App, dial: () => number): Promise<Ears> {
  const air = await startAir({ port: 0, seed: 1, stations: 0, before: 1 });
  const airPort = (air.address() as AddressInfo).port;
  const receiver = await startReceiver({ port: 0, airPort, grid: "GF35co", dial });
  const { port } = receiver.server.address() as AddressInfo;
  const json = { kind: "receiver", name: "Ears", settings: { port } };
  const { id } = await app.api<Link>("links", { method: "POST", json });
  const doors: Socket[] = [];
  return {
    receiver,
    sends(call, hertz, mode = "CW", { grid = NEXT_TOWN, says = `CQ CQ DE ${call} K ` } = {}) {
      const door = connect(airPort, "127.0.0.1");
      doors.push(door);
      const text = says.repeat(40).slice(0, LONG);
      const order = {
        do: "send",
        id: 1,
        call,
        grid,
        frequencyHz: hertz,
        mode,
        speed: 12 + doors.length * 3,
        text,
      };
      door.write(`${JSON.stringify(order)}\n`);
    },
    phase: async () => (await app.api<{ items: Link[] }>("links")).items.find((link) => link.id === id)?.phase,
    async stop() {
      for (const door of doors) door.destroy();
      receiver.behave("gone");
      await new Promise((resolve) => receiver.server.close(resolve));
      await new Promise((resolve) => air.close(resolve));
    },
  };
}
