import { parseCallsign } from "../../callsign";
import { type Award, SHOWN_OR_SIGNED } from "./award";

export const prefixes: Award = {
  id: "prefixes",
  version: 1,
  name: "Prefixes",
  one: "prefix",
  many: "prefixes",
  proofs: SHOWN_OR_SIGNED,
  told: ["item"],
  itemsOf: ({ call }) => {
    const parsed = parseCallsign(call);
    return parsed.ok && parsed.callsign.mobile === null && parsed.callsign.prefix !== ""
      ? [parsed.callsign.prefix]
      : [];
  },
  universe: null,
  // Its digit may be another one's: that of PA/CX3QUA is PA0, that of CX3QUA/5 is CX5.
  heldIn: { field: "call", part: (item) => item.replace(/[0-9]+$/, "") },
  levels: [300, 600, 900, 1200],
};
