import { changedParts, changePart, type Dialect, eitherOf, type Parts } from "./dialect";
import type { RadioMode, RadioModel } from "./model";

/** A radio for two metres and seventy centimetres. */
export const HERON: RadioModel = {
  name: "Heron",
  ranges: [
    [144_000_000, 148_000_000],
    [420_000_000, 450_000_000],
  ],
  modes: ["FM", "USB", "CW"],
  widths: [15_000, 2600, 600],
  watts: 50,
  antennas: ["A", "B"],
  limit: 60,
};

/** Its modes go by number. */
const NUMBERED: readonly RadioMode[] = ["CW", "USB", "FM"];
const kilohertz = (hertz: number) => (hertz / 1000).toFixed(2);
const hertz = (text: string) => Math.round(Number(text) * 1000);

/** Its parts, each with the field that it is, how it is said and understood. Power is in per cent. */
const PARTS: Parts = {
  rx: {
    field: "frequencyHz",
    say: (state) => kilohertz(state.frequencyHz),
    mean: (text) => ({ frequencyHz: hertz(text) }),
  },
  tx: { field: "secondHz", say: (state) => kilohertz(state.secondHz), mean: (text) => ({ secondHz: hertz(text) }) },
  duplex: { field: "split", say: ({ split }) => (split ? "1" : "0"), mean: (text) => turned("split", text) },
  kind: {
    field: "mode",
    say: ({ mode }) => String(NUMBERED.indexOf(mode) + 1),
    mean: (text) => {
      const mode = NUMBERED[Number(text) - 1];
      return mode === undefined ? null : { mode };
    },
  },
  wide: { field: "widthHz", say: ({ widthHz }) => String(widthHz), mean: (text) => ({ widthHz: Number(text) }) },
  drive: {
    field: "watts",
    say: ({ watts }) => String(Math.round((watts / HERON.watts) * 100)),
    mean: (text) => ({ watts: (Number(text) / 100) * HERON.watts }),
  },
  aerial: { field: "antenna", say: ({ antenna }) => antenna, mean: (text) => ({ antenna: text }) },
  air: {
    field: "transmitting",
    say: (state) => (state.transmitting ? "1" : "0"),
    mean: (text) => turned("transmitting", text),
  },
};

function turned(field: "split" | "transmitting", text: string) {
  const on = eitherOf(text, "1", "0");
  return on === null ? null : { [field]: on };
}

/**
 * The Heron's dialect: a part in brackets and its value, ended by a carriage return. `[rx]?` asks, `[rx]145500.00`
 * sets, and either way comes `[rx]145500.00` back, as it does by itself when a knob is turned; `[rx]!` and a word is a
 * refusal.
 */
export const heronDialect: Dialect = {
  end: "\r",
  take(radio, line, strength) {
    const [, name = "", value = ""] = /^\[(\w+)\](.*)$/.exec(line.trim()) ?? [];
    const part = PARTS[name];
    if (name === "name") return [`[name]${radio.model.name}`];
    if (name === "level") return [`[level]${Math.round(strength)}`];
    if (name === "morse") return [radio.key(value) === null ? "[morse]1" : "[morse]!mode"];
    if (name === "quiet") return (radio.hush(), ["[quiet]1"]);
    if (part === undefined) return ["[]!what"];
    if (value !== "?" && changePart(radio, part, value) !== null) return [`[${name}]!range`];
    return [`[${name}]${part.say(radio.state)}`];
  },
  pushed: (change, state) => changedParts(PARTS, change, state).map(([name, said]) => `[${name}]${said}`),
};
