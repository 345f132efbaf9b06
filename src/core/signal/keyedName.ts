import anyAscii from "any-ascii";

/** A name in the letters that can be keyed. */
export function keyedName(name: string | null): string {
  return anyAscii(name ?? "")
    .toUpperCase()
    .replace(/[^A-Z ]/g, "");
}
