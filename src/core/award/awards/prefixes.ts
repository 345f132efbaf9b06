import { parseCallsign } from "../../callsign";
import { type Award, SHOWN_OR_SIGNED } from "./award";

/** Stations are worked again and again: those of so many calls are remembered. */
const MOST_KNOWN = 20_000;
const known = new Map<string, readonly string[]>();

function prefixOf(call: string): readonly string[] {
  const parsed = parseCallsign(call);
  return parsed.ok && parsed.callsign.mobile === null && parsed.callsign.prefix !== "" ? [parsed.callsign.prefix] : [];
}

export const prefixes: Award = {
  id: "prefixes",
  version: 1,
  name: "Prefixes",
  one: "prefix",
  many: "prefixes",
  proofs: SHOWN_OR_SIGNED,
  told: ["item"],
  itemsOf: ({ call }) => {
    let items = known.get(call);
    if (items === undefined) {
      if (known.size >= MOST_KNOWN) known.clear();
      known.set(call, (items = prefixOf(call)));
    }
    return items;
  },
  universe: null,
  // Its digit may be another one's: that of PA/CX3QUA is PA0, that of CX3QUA/5 is CX5.
  heldIn: { field: "call", part: (item) => item.replace(/[0-9]+$/, "") },
  levels: [300, 600, 900, 1200],
};
