import { changedParts, changePart, type Dialect, eitherOf, type Parts } from "./dialect";
import { RADIO_MODES, type RadioModel } from "./model";

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

const onOff = (on: boolean) => (on ? "on" : "off");

/** Its words, each with the field that it is, how it is said and understood. */
const WORDS: Parts = {
  tune: {
    field: "frequencyHz",
    say: (state) => String(state.frequencyHz),
    mean: (text) => ({ frequencyHz: Number(text) }),
  },
  second: { field: "secondHz", say: (state) => String(state.secondHz), mean: (text) => ({ secondHz: Number(text) }) },
  split: { field: "split", say: ({ split }) => onOff(split), mean: (text) => turned("split", text) },
  mode: {
    field: "mode",
    say: ({ mode }) => mode.toLowerCase(),
    mean: (text) => {
      const mode = RADIO_MODES.find((one) => one.toLowerCase() === text);
      return mode === undefined ? null : { mode };
    },
  },
  filter: { field: "widthHz", say: ({ widthHz }) => String(widthHz), mean: (text) => ({ widthHz: Number(text) }) },
  power: { field: "watts", say: ({ watts }) => String(watts), mean: (text) => ({ watts: Number(text) }) },
  antenna: { field: "antenna", say: ({ antenna }) => antenna, mean: (text) => ({ antenna: text }) },
  sending: {
    field: "transmitting",
    say: ({ transmitting }) => onOff(transmitting),
    mean: (text) => turned("transmitting", text),
  },
};

function turned(field: "split" | "transmitting", text: string) {
  const on = eitherOf(text, "on", "off");
  return on === null ? null : { [field]: on };
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
    if (verb === "hold") return (radio.hold(), ["done hold"]);
    if (verb === "key") {
      const fault = radio.key(`${word} ${rest}`.trim());
      return [fault === null ? "done key" : `refused key: ${fault}`];
    }
    if (verb === "read" && word === "model") return [`model ${radio.model.name}`];
    if (verb === "read" && word === "strength") return [`strength ${strength.toFixed(1)}`];
    if (known === undefined) return [`what? ${line.trim().slice(0, 60)}`];
    if (verb === "read") return [`${word} ${known.say(radio.state)}`];
    if (verb !== "put") return [`what? ${line.trim().slice(0, 60)}`];
    const fault = changePart(radio, known, rest.trim());
    return [fault === null ? `done ${word}` : `refused ${word}: ${fault}`];
  },
  pushed: (change, state) => changedParts(WORDS, change, state).map(([word, said]) => `now ${word} ${said}`),
};
