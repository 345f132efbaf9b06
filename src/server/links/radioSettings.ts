import type { Duplex } from "node:stream";
import { z } from "zod";
import type { Descriptor } from "../../core/radio";
import type { Context } from "../context";
import { descriptorByTag } from "./descriptors";
import { network, port } from "./settings";
import { openSerial, openTcp, type SerialSetting } from "./wire";

const byNetwork = { when: { key: "via", is: "network" } };
const bySerial = { when: { key: "via", is: "serial" } };
export const SPEEDS = [1200, 2400, 4800, 9600, 19200, 38400, 57600, 115200] as const;
export const PARITIES = ["none", "even", "odd"] as const;

export const radioSettingsSchema = z
  .strictObject({
    descriptor: z
      .string()
      .min(1, "choose the radio's descriptor")
      .meta({ title: "Descriptor", description: "how this radio is spoken to", from: "descriptors" }),
    via: z
      .enum(["network", "serial"])
      .default("network")
      .meta({ title: "Connected by", labels: { network: "Network (TCP)", serial: "Serial port" } }),
    host: network.meta({ title: "Address", ...byNetwork }),
    port: port
      .nullable()
      .default(null)
      .meta({ title: "Port", ...byNetwork }),
    device: z
      .string()
      .max(200)
      .default("")
      .meta({ title: "Serial port", from: "ports", ...bySerial }),
    speed: z.coerce
      .number<string | number>()
      .int()
      .min(300)
      .max(1_000_000)
      .default(9600)
      .meta({ title: "Speed", offers: SPEEDS, ...bySerial }),
    bits: z
      .enum(["7", "8"])
      .default("8")
      .meta({ title: "Data bits", ...bySerial }),
    parity: z
      .enum(PARITIES)
      .default("none")
      .meta({ title: "Parity", ...bySerial }),
    stopBits: z
      .enum(["1", "2"])
      .default("1")
      .meta({ title: "Stop bits", ...bySerial }),
    limitSeconds: z
      .int()
      .min(1)
      .max(3600)
      .default(120)
      .meta({ title: "Longest transmission, s", description: "then it is stopped, and said so" }),
    maxWatts: z
      .number()
      .min(0)
      .max(10_000)
      .nullable()
      .default(null)
      .meta({ title: "At most, W", description: "empty for as much as it has" }),
  })
  .superRefine(({ via, port: number, device }, context) => {
    if (via === "network" && number === null)
      context.addIssue({ code: "custom", path: ["port"], message: "the port at which the radio listens" });
    if (via === "serial" && device.trim() === "")
      context.addIssue({ code: "custom", path: ["device"], message: "choose the port that the cable is in" });
  });
export type RadioSettings = z.output<typeof radioSettingsSchema>;

/** The descriptor that is set; throws where it is not there any more. */
export function descriptorOf(context: Context, { descriptor: tag }: RadioSettings): Descriptor {
  const descriptor = descriptorByTag(context, tag);
  if (descriptor === undefined) throw new Error(`There is no descriptor ${tag}: choose another in its settings.`);
  return descriptor;
}

export function openWire(settings: RadioSettings, signal?: AbortSignal): Promise<Duplex> {
  if (settings.via === "network") return openTcp(settings.host, settings.port!, signal);
  return openSerial(settings.device, serialOf(settings));
}

export function serialOf({ speed, bits, parity, stopBits }: RadioSettings): SerialSetting {
  return { speed, bits: bits === "7" ? 7 : 8, parity, stopBits: stopBits === "2" ? 2 : 1 };
}
