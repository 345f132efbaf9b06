import type { Fault } from "./contact";

/** Signs that no text may have: the NUL, which ends a text for many, and halves of a pair that stand alone. */
const NUL = "\u0000";

/** Whether a text can be kept and given back as it is. */
export function isWritable(text: string): boolean {
  return !text.includes(NUL) && text.isWellFormed();
}

/** A text with a replacement sign for each sign that cannot be kept. */
export function madeWritable(text: string): string {
  return isWritable(text) ? text : text.replaceAll(NUL, "\ufffd").toWellFormed();
}

/** The first text within data that cannot be kept, with its path; or null. */
export function unwritableIn(value: unknown, field: string): Fault | null {
  const open: [unknown, string][] = [[value, field]];
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    const [inner, path] = next;
    if (typeof inner === "string") {
      if (!isWritable(inner)) return { field: path || "(whole)", text: UNWRITABLE };
    } else if (typeof inner === "object" && inner !== null) {
      for (const [key, part] of Object.entries(inner)) {
        if (!isWritable(key)) return { field: path || "(whole)", text: UNWRITABLE };
        open.push([part, path === "" ? key : `${path}.${key}`]);
      }
    }
  }
  return null;
}

const UNWRITABLE = "it has a sign that is no text (a NUL, or half of a sign of two halves): take it out";
