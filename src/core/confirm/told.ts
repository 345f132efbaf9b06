import type { ModeGroup } from "../band";

/** The facts of a contact that a service must have again when they change. */
export function sameForServices(
  a: { call: string; startedAt: string; band: string; modeGroup: ModeGroup; ownCall: string | null },
  b: { call: string; startedAt: string; band: string; modeGroup: ModeGroup; ownCall: string | null },
): boolean {
  return (
    a.call === b.call &&
    a.startedAt === b.startedAt &&
    a.band === b.band &&
    a.modeGroup === b.modeGroup &&
    a.ownCall === b.ownCall
  );
}

/** What a service is told of a contact: what it refused is another thing when one of these is another. */
const TOLD = ["ownCall", "call", "startedAt", "band", "mode", "submode"] as const;
type Told = Readonly<Record<(typeof TOLD)[number], string | null>>;

export function toldAlike(a: Told, b: Told): boolean {
  return TOLD.every((key) => a[key] === b[key]);
}
