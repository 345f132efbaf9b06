import type { AddressInfo } from "node:net";
import { HERON, heronDialect } from "../stand-ins/radio/heron";
import { PETREL, petrelDialect } from "../stand-ins/radio/petrel";
import { type RadioServer, startRadio } from "../stand-ins/radio/server";
import type { App } from "./app";

/** The two radios of the stand-ins, off the air, linked to an application. */
export interface Radios {
  readonly petrel: RadioServer;
  readonly heron: RadioServer;
  readonly stop: () => Promise<void>;
}

const AIR = { port: null, call: "CX3QUA", grid: "GF35co", speed: 26 };

export async function startRadios(app: App): Promise<Radios> {
  const petrel = await startRadio({
    port: 0,
    model: PETREL,
    dialect: petrelDialect,
    frequencyHz: 14_025_000,
    air: AIR,
  });
  const heron = await startRadio({ port: 0, model: HERON, dialect: heronDialect, frequencyHz: 145_500_000, air: AIR });
  for (const radio of [petrel, heron]) {
    const { name } = radio.radio.model;
    const settings = { descriptor: name.toUpperCase(), port: portOf(radio) };
    await app.api("links", { method: "POST", json: { kind: "radio", name, settings } });
  }
  return {
    petrel,
    heron,
    async stop() {
      for (const { server, behave } of [petrel, heron]) {
        behave("gone");
        await new Promise((resolve) => server.close(resolve));
      }
    },
  };
}

export function portOf({ server }: Pick<RadioServer, "server">): number {
  return (server.address() as AddressInfo).port;
}
