import type { AddressInfo } from "node:net";
import type { Link } from "../src/core/contract";
import { writeSpotLine } from "../src/core/spot";
import { type Foghorn, startFoghorn } from "../stand-ins/foghorn/server";
import type { App } from "./app";

/** The spot network of the stand-ins, off the air, linked to an application. */
export interface SpotNetwork {
  readonly foghorn: Foghorn;
  /** Announces a station, as heard now. */
  readonly announce: (call: string, kilohertz: number, remark?: string, spotter?: string) => void;
  readonly isUp: () => Promise<boolean>;
}

const NAME = "Foghorn";

export async function startSpotNetwork(app: App): Promise<SpotNetwork> {
  const foghorn = await startFoghorn({ port: 0, airPort: null, seed: 1 });
  const { port } = foghorn.server.address() as AddressInfo;
  await app.api("links", {
    method: "POST",
    json: { kind: "spotNetwork", name: NAME, settings: { port, call: "CX3QUA" } },
  });
  return {
    foghorn,
    announce(call, kilohertz, remark = "", spotter = "W1QUA") {
      const now = new Date();
      const minute = now.getUTCHours() * 60 + now.getUTCMinutes();
      foghorn.announce(writeSpotLine({ spotter, frequencyHz: kilohertz * 1000, call, remark, minute }));
    },
    isUp: async () =>
      (await app.api<{ items: Link[] }>("links")).items.some(({ name, phase }) => name === NAME && phase === "up"),
  };
}
