import { keptTexts, heldParts, itemsOf, type Part, partsOf, readPart, type Rules, sideOf } from "@/core/contest";
import type { StoredContact } from "@/core/contract";
import type { EditedCell } from "../log/CellEditor";

/** All parts that any side sends, each once, in their order. */
export function receivedParts(rules: Rules): readonly Part[] {
  const all = Object.values(rules.exchange).flat();
  return all.filter(({ id }, index) => all.findIndex((part) => part.id === id) === index);
}

/** A part of what a contact received, edited where it stands: what is no such part is said, and not taken. */
export function partCell(rules: Rules, part: Part): EditedCell {
  const { label, id } = part;
  const held = (contact: StoredContact) => {
    const parts = partsOf(rules, sideOf(rules, contact));
    const sender = { mode: contact.mode, entity: contact.entityCode };
    return { parts, sender, typed: heldParts(rules, parts, keptTexts("Received", contact), sender) };
  };
  return {
    label: `${label} received`,
    text: (contact) => held(contact).typed[id] ?? "",
    meant(contact, text) {
      const { parts, sender, typed } = held(contact);
      const said = text.trim().toUpperCase();
      if (said === (typed[id] ?? "")) return null;
      const own = parts.find((one) => one.id === id);
      if (said !== "" && own === undefined) return { fault: `${contact.call} sends no ${label}` };
      const reading = said === "" ? null : readPart(rules, own!, said, sender);
      if (reading?.ok === false) {
        const near = reading.nearest.map(({ code, name }) => `${code} ${name}`).join(", ");
        return { fault: near === "" ? reading.reason : `${reading.reason}. Near it: ${near}` };
      }
      return { partsReceived: { ...typed, [id]: said } };
    },
    ...(part.type === "list" && part.or === undefined
      ? { offered: (itemsOf(rules, part, null) ?? []).map(({ code }) => code) }
      : {}),
  };
}
