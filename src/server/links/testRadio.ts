import type { Duplex } from "node:stream";
import { formatFrequency } from "../../core/band";
import type { TestStep } from "../../core/contract";
import { type Descriptor, PART_NAMES, PARTS, type RadioState } from "../../core/radio";
import type { Context } from "../context";
import { descriptorOf, openWire, PARITIES, type RadioSettings, serialOf, SPEEDS } from "./radioSettings";
import { createTalker } from "./talker";
import { openSerial, type SerialSetting } from "./wire";

/** What is said of a radio that is another than the descriptor's. */
export function otherText(model: string | null, { identity }: Descriptor): string {
  return `says it is "${model ?? ""}", and the descriptor is for "${identity?.is ?? ""}": choose its own descriptor`;
}

/** Tries the settings: the address, the protocol, the model, and what it tells. */
export async function* testRadio(settings: RadioSettings, context: Context): AsyncGenerator<TestStep> {
  const where = settings.via === "network" ? `${settings.host}:${settings.port ?? ""}` : settings.device;
  let descriptor: Descriptor;
  try {
    descriptor = descriptorOf(context, settings);
  } catch (error) {
    yield { what: "Descriptor", ok: false, text: (error as Error).message };
    return;
  }
  let tried: Tried;
  try {
    tried = await tryTalk(descriptor, await openWire(settings));
  } catch (error) {
    yield { what: "Address", ok: false, text: (error as Error).message };
    return;
  }
  yield { what: "Address", ok: true, text: `${where} can be opened.` };
  if (!tried.ok) {
    yield { what: "Protocol", ok: false, text: `It ${tried.text}` };
    if (settings.via === "serial") yield await otherSpeeds(settings, descriptor);
    return;
  }
  const { model, state } = tried;
  yield { what: "Protocol", ok: true, text: `It answers as the descriptor of ${descriptor.name} says.` };
  const isOther = model !== null && model !== descriptor.identity?.is;
  yield {
    what: "Model",
    ok: !isOther,
    text: isOther
      ? `It ${otherText(model, descriptor)}.`
      : model === null
        ? "The descriptor asks for none."
        : `It is a ${model}.`,
  };
  const told = PART_NAMES.filter((part) => state[PARTS[part].field] !== null);
  yield {
    what: "Frequency",
    ok: state.frequencyHz !== null,
    text:
      state.frequencyHz === null
        ? "It does not tell its frequency."
        : `${formatFrequency(state.frequencyHz)} kHz. It tells ${told.join(", ")}.`,
  };
}

type Tried =
  | { readonly ok: true; readonly model: string | null; readonly state: RadioState }
  | { readonly ok: false; readonly text: string };

/** Says a few words to it, and closes the wire. */
async function tryTalk(descriptor: Descriptor, wire: Duplex): Promise<Tried> {
  const talker = createTalker({ wire, descriptor, heard: () => {}, lost: () => {} });
  try {
    const model = await talker.identify();
    const read = model.ok ? await talker.readAll() : model;
    if (!read.ok) return { ok: false, text: read.problem.detail };
    return { ok: true, model: model.ok ? model.value : null, state: talker.state };
  } finally {
    talker.close();
    await new Promise((resolve) => (wire.closed ? resolve(null) : wire.once("close", resolve)));
  }
}

/** Looks for a speed and a parity at which a silent serial radio answers. */
async function otherSpeeds(settings: RadioSettings, descriptor: Descriptor): Promise<TestStep> {
  const quick = { ...descriptor, waitMs: Math.min(descriptor.waitMs, 300) };
  const what = "Speed and parity";
  const set = serialOf(settings);
  // What the descriptor says is usual is likeliest.
  const others = [
    descriptor.serial,
    ...PARITIES.flatMap((parity) => SPEEDS.map((speed) => ({ ...set, speed, parity }))),
  ];
  for (const other of others.filter((one) => spokenOf(one) !== spokenOf(set))) {
    try {
      const { ok } = await tryTalk(quick, await openSerial(settings.device, other));
      if (ok) return { what, ok: false, text: `It answers at ${spokenOf(other)}: set it so.` };
    } catch (error) {
      return { what, ok: false, text: (error as Error).message };
    }
  }
  return {
    what,
    ok: false,
    text: `It answers at none of ${SPEEDS.join(", ")}, whatever the parity: is it on, is the cable right?`,
  };
}

function spokenOf({ speed, bits, parity, stopBits }: SerialSetting): string {
  return `speed ${speed}, ${bits} bits, parity ${parity}, ${stopBits} stop ${stopBits === 1 ? "bit" : "bits"}`;
}
