import { bandLabel, type ModeGroup } from "../band";
import { compareContacts, CONFIRM_TOLERANCE, type MatchFacts } from "../contact/match";
import { spanText } from "../time/words";

/** What a service says another station has in its log. */
export interface Statement extends MatchFacts {
  readonly call: string;
}

/**
 * Why a statement meets no contact of ours, in a sentence: the nearest contact with the station is looked for, and
 * what keeps the two apart is said.
 */
export function explainNoTwin(statement: Statement, ours: readonly MatchFacts[]): string {
  const withStation = ours.filter((contact) => contact.baseCall === statement.baseCall);
  if (withStation.length === 0) return `no contact with ${statement.baseCall} in this log`;
  const nearest = withStation.reduce((best, contact) =>
    distance(contact, statement) < distance(best, statement) ? contact : best,
  );
  const match = compareContacts(nearest, statement, CONFIRM_TOLERANCE);
  if (match.kind !== "different") return "the nearest contact is confirmed already";
  const parts: string[] = [];
  if (match.by.includes("band"))
    parts.push(`they say ${bandLabel(statement.band)}, your log says ${bandLabel(nearest.band)}`);
  if (match.by.includes("mode")) parts.push(`they say ${statement.modeGroup}, your log says ${nearest.modeGroup}`);
  if (match.by.includes("time"))
    parts.push(`their time is ${spanText(match.apart)} ${match.apart > 0 ? "after" : "before"} yours`);
  return parts.join("; ");
}

function distance(a: MatchFacts, b: MatchFacts): number {
  return Math.abs(a.startedAt - b.startedAt) + (a.band === b.band ? 0 : 600) + (a.modeGroup === b.modeGroup ? 0 : 600);
}

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
