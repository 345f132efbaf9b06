import { levelOf } from "@/core/signal";

/** Red, green and blue, 0 to 255. */
export type Colour = readonly [red: number, green: number, blue: number];

/** The colours of a theme, for a picture. */
export interface PictureColours {
  readonly panel: Colour;
  readonly signal: Colour;
  readonly ink: Colour;
  readonly line: Colour;
  readonly soft: Colour;
}
const NAMES = ["panel", "signal", "ink", "line", "soft"] as const;

/** @param valueOf the value of a colour of the theme, as "#0a6a72" */
export function coloursOf(valueOf: (name: string) => string): PictureColours {
  return Object.fromEntries(NAMES.map((name) => [name, colourOf(valueOf(name))])) as Record<
    (typeof NAMES)[number],
    Colour
  >;
}

function colourOf(text: string): Colour {
  const [, short, long] = /^#(?:([0-9a-f]{3})|([0-9a-f]{6}))$/i.exec(text.trim()) ?? [];
  const digits = long ?? short?.replace(/./g, "$&$&") ?? "808080";
  return [0, 2, 4].map((at) => Number.parseInt(digits.slice(at, at + 2), 16)) as unknown as Colour;
}

/** What is below this is as the panel, and what is above that as its ink, decibels over the noise. */
const [FAINTEST_DB, LOUDEST_DB] = [4, 42];
/** Where between them the accent stands: from there on it goes to the ink. */
const ACCENT = 0.42;

/**
 * The colour of each level, red, green, blue and full, as bytes: from the panel over its accent to its ink, so that what
 * is louder stands out more in either theme, to whoever sees colours otherwise.
 */
export function paletteOf({ panel, signal, ink }: PictureColours): Uint32Array {
  const bytes = new Uint8ClampedArray(256 * 4);
  for (let byte = 0; byte < 256; byte++) {
    const share = Math.min(1, Math.max(0, (levelOf(byte) - FAINTEST_DB) / (LOUDEST_DB - FAINTEST_DB)));
    const colour =
      share < ACCENT ? between(panel, signal, share / ACCENT) : between(signal, ink, (share - ACCENT) / (1 - ACCENT));
    bytes.set([...colour, 255], byte * 4);
  }
  return new Uint32Array(bytes.buffer);
}

function between(one: Colour, other: Colour, share: number): number[] {
  return one.map((part, nth) => part + (other[nth]! - part) * share);
}

export function cssOf([red, green, blue]: Colour, opacity = 1): string {
  return `rgb(${red} ${green} ${blue} / ${opacity})`;
}
