import type { z } from "zod";
import { radioCommandSchema } from "../../../core/contract";
import type { Descriptor, RadioState } from "../../../core/radio";
import { failed } from "../../problem";
import { linkKind } from "../linkKind";
import { radioConnection } from "../radioConnection";
import { descriptorOf, openWire, type RadioSettings, radioSettingsSchema } from "../radioSettings";
import { createTalker } from "../talker";
import { otherText, testRadio } from "../testRadio";

/** A radio: its frequency, mode and the rest are followed and turned; spoken to as a descriptor says. */
export const radio = linkKind<RadioSettings, z.output<typeof radioCommandSchema>>({
  id: "radio",
  label: "Radio",
  role: "radio",
  about: "Its frequency, mode, filter and power are followed, and can be turned from here.",
  settings: radioSettingsSchema,
  commands: radioCommandSchema,
  address: ({ via, host, port: number, device }) => (via === "network" ? `${host}:${number ?? ""}` : device),
  async open(opening, signal) {
    const { settings, context } = opening;
    const descriptor = descriptorOf(context, settings);
    const wire = await openWire(settings, signal);
    /** Who hears of what changes, as soon as it is known how it stands. */
    let follow: (change: Partial<RadioState>) => void = () => {};
    const talker = createTalker({
      wire,
      descriptor,
      heard: (change) => follow(change),
      lost: (text) => opening.lost(lostText(opening.name, descriptor, talker.state, text)),
    });
    const model = await talker.identify();
    const isOther = model.ok && model.value !== null && model.value !== descriptor.identity?.is;
    const read = isOther
      ? failed(409, "Another", otherText(model.value, descriptor))
      : model.ok
        ? await talker.readAll()
        : model;
    if (!read.ok) {
      talker.close();
      throw new Error(`It ${read.problem.detail}`);
    }
    return radioConnection(opening, descriptor, talker, (heard) => (follow = heard));
  },
  test: testRadio,
});

function lostText(name: string, radio: Descriptor, { transmitting }: RadioState, text: string): string {
  if (transmitting !== true) return `${name} ${text}`;
  const { hold, limitSeconds } = radio;
  const itself =
    hold !== undefined
      ? "It stops by itself, since nobody tells it any more to go on."
      : limitSeconds === undefined
        ? "Switch it off by hand."
        : `It stops by itself ${limitSeconds} s after it began.`;
  return `${name} ${text} It was transmitting. ${itself}`;
}
