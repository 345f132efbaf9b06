import { modeByName, parseMode } from "../band";
import { type Draft, type Fields, type Gathered, keep, note, short } from "./gathered";

/** Mode and submode; null, or why there is none. */
export function takeMode(draft: Draft, fields: Fields, gathered: Gathered): string | null {
  const mode = fields.get("MODE");
  const submode = fields.get("SUBMODE");
  const named = mode ?? submode;
  if (named === undefined) return "MODE is missing";
  const known = parseMode(named.value);
  if (named.value.length > 40) return `MODE: "${short(named.value)}" is no mode`;
  draft.mode = known?.mode ?? named.value.trim().toUpperCase();
  draft.submode = known?.submode ?? null;
  if (known === null) note(gathered, named, `"${named.value}" is no mode of the standard; it counts as digital`);
  else if (modeByName(named.value.trim()) === undefined) {
    note(
      gathered,
      named,
      `"${named.value}" was read as ${known.mode}${known.submode === null ? "" : `, ${known.submode}`}`,
    );
  }
  if (mode !== undefined && submode !== undefined) {
    if (submode.value.length > 40) keep(gathered, submode);
    else draft.submode = submode.value.trim().toUpperCase();
    const parent = parseMode(submode.value);
    if (parent !== null && parent.submode !== null && parent.mode !== draft.mode) {
      note(gathered, submode, `${parent.submode} is a submode of ${parent.mode}, not of ${draft.mode}`);
    }
  }
  return null;
}
