import type { Dialect } from "./dialect";
import { RADIO_MODES, type RadioChange, type RadioMode, type RadioModel, type RadioState } from "./model";

/** A radio for the short waves. */
export const PETREL: RadioModel = {
  name: "Petrel",
  ranges: [[100_000, 54_000_000]],
  modes: ["CW", "USB", "LSB", "RTTY", "AM"],
  widths: [500, 250, 1800, 2400, 6000],
  watts: 100,
  antennas: ["1", "2", "3"],
  limit: 120,
};

interface Word {
  readonly field: keyof RadioState;
  readonly say: (state: RadioState) => string;
  readonly mean: (text: string) => RadioChange;
}
const onOff = (on: boolean) => (on ? "on" : "off");

/** Its words, each with the field that it is, how it is said and understood. */
const WORDS: Readonly<Record<string, Word>> = {
  tune: {
    field: "frequencyHz",
    say: (state) => String(state.frequencyHz),
    mean: (text) => ({ frequencyHz: Number(text) }),
  },
  second: { field: "secondHz", say: (state) => String(state.secondHz), mean: (text) => ({ secondHz: Number(text) }) },
  split: { field: "split", say: ({ split }) => onOff(split), mean: (text) => ({ split: text === "on" }) },
  mode: { field: "mode", say: ({ mode }) => mode.toLowerCase(), mean: (text) => ({ mode: modeOf(text) }) },
  filter: { field: "widthHz", say: ({ widthHz }) => String(widthHz), mean: (text) => ({ widthHz: Number(text) }) },
  power: { field: "watts", say: ({ watts }) => String(watts), mean: (text) => ({ watts: Number(text) }) },
  antenna: { field: "antenna", say: ({ antenna }) => antenna, mean: (text) => ({ antenna: text }) },
  sending: {
    field: "transmitting",
    say: ({ transmitting }) => onOff(transmitting),
    mean: (text) => ({ transmitting: text === "on" }),
  },
};

function modeOf(text: string): RadioMode {
  return RADIO_MODES.find((mode) => mode.toLowerCase() === text) ?? (text as RadioMode);
}

/**
 * The Petrel's dialect: a line an order. `read tune` is answered by `tune 14025300`, `put tune 14025300` by `done tune`
 * or `refused tune: why`; what is changed at the radio comes by itself as `now tune 14025300`.
 */
export const petrelDialect: Dialect = {
  end: "\n",
  take(radio, line, strength) {
    const [, verb = "", word = "", rest = ""] = /^(\w+)(?:\s+(\w+)(?:\s+(.*))?)?$/.exec(line.trim()) ?? [];
    const known = WORDS[word];
    if (verb === "hush") return (radio.hush(), ["done hush"]);
    if (verb === "key") {
      const fault = radio.key(`${word} ${rest}`.trim());
      return [fault === null ? "done key" : `refused key: ${fault}`];
    }
    if (verb === "read" && word === "model") return [`model ${radio.model.name}`];
    if (verb === "read" && word === "strength") return [`strength ${strength.toFixed(1)}`];
    if (known === undefined) return [`what? ${line.trim().slice(0, 60)}`];
    if (verb === "read") return [`${word} ${known.say(radio.state)}`];
    if (verb !== "put") return [`what? ${line.trim().slice(0, 60)}`];
    const fault = radio.change(known.mean(rest.trim()));
    return [fault === null ? `done ${word}` : `refused ${word}: ${fault}`];
  },
  pushed: (change, state) =>
    Object.entries(WORDS).flatMap(([word, { field, say }]) => (field in change ? [`now ${word} ${say(state)}`] : [])),
};
