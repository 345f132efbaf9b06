import { parseFrequency } from "./bands";
import { MODE_GROUPS, type ModeGroup } from "./modes";
import type { Segment } from "./segments";

type Licence =
  { readonly ok: true; readonly segments: readonly Segment[] } | { readonly ok: false; readonly text: string };

/**
 * What a licence allows, from pieces as "7000-7040 CW; 14-14.35 voice digital": two frequencies in kHz or MHz and the
 * groups of modes, all where none is named. Pieces are set apart by semicolons or line ends. An empty text allows
 * nothing and is none.
 */
export function parseLicence(text: string): Licence {
  const segments: Segment[] = [];
  for (const piece of text.split(/[;\n]/)) {
    const cleaned = piece.trim();
    if (cleaned === "") continue;
    const [range = "", ...words] = cleaned.replace(/\s*[-–]\s*/, "-").split(/[\s,]+/);
    const [low = "", high = ""] = range.split("-");
    const lowHz = parseFrequency(low);
    // Both are in the unit that the lower one is meant in.
    const highHz = lowHz === null ? null : Math.round((numberOf(high) * lowHz) / numberOf(low));
    if (lowHz === null || highHz === null || !(lowHz < highHz))
      return { ok: false, text: `"${cleaned}": two frequencies in kHz, the lower one first, as 7000-7040 CW` };
    const groups: ModeGroup[] = [];
    for (const word of words) {
      const group = MODE_GROUPS.find((one) => one.toLowerCase() === word.toLowerCase());
      if (group === undefined)
        return { ok: false, text: `"${cleaned}": "${word}" is none of ${MODE_GROUPS.join(", ")}` };
      groups.push(group);
    }
    segments.push({ lowHz, highHz, groups: groups.length === 0 ? [...MODE_GROUPS] : groups });
  }
  return { ok: true, segments };
}

function numberOf(text: string): number {
  return Number(text.replace(",", "."));
}
