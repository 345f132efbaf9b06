import {
  type ChartCell,
  confirmationOf,
  type Confirmation,
  isConfirmed,
  moves,
  serviceById,
  type ServiceId,
  sideOf,
} from "../../../core/confirm";
import { ENTITIES_AWARD, isProven } from "../../../core/award";
import { isoTime } from "../../../core/contact";
import {
  type Act,
  type ActView,
  type Gained,
  type GainQuery,
  HERE,
  type InStepReport,
  type JobOf,
  type Place,
  type PlaceChart,
} from "../../../core/contract";
import type { Selectable } from "kysely";
import type { Context } from "../../context";
import type { InStepTable } from "../../db/schema";
import type { Store } from "../../db/store";
import { findJob } from "../../jobs/job";
import type { Supervisor } from "../../jobs/supervisor";
import { done, failed, missing, type Result } from "../../problem";
import { chartOf, type PlaceCells } from "./charts";

/** Starts the job that brings services in step. */
export function startInStep(
  context: Context,
  supervisor: Supervisor,
  logbookId: number,
  services: readonly ServiceId[],
): Result<JobOf<"inStep">> {
  const names = services.map((service) => serviceById(service).name).join(" and ");
  return supervisor.start(context, logbookId, `Bring ${names} in step`, { kind: "inStep", services: [...services] });
}

/** Begins the record of an act; gives its number. */
export function beginAct(context: Context, logbookId: number, jobId: number): number {
  const { store } = context;
  const begun = { logbookId, jobId, startedAt: context.now(), cells: "{}", before: "[]" };
  return store.run(store.q.insertInto("inStep").values(begun)).lastId;
}

/** The cells of a place as they are kept. */
type KeptCells = Partial<Record<Place, [number | null, string, ChartCell["modeGroup"], number, number][]>>;

/** Keeps how places stood before: their figures, and the cells that say what was new afterwards. */
export function keepBefore({ store }: Context, actId: number, places: readonly PlaceCells[]): void {
  const cells: KeptCells = {};
  for (const { place, cells: known } of places)
    if (known !== null)
      cells[place] = known.map((cell) => [cell.entityCode, cell.band, cell.modeGroup, cell.contacts, cell.confirmed]);
  store.run(
    store.q
      .updateTable("inStep")
      .set({ cells: JSON.stringify(cells), before: JSON.stringify(places.map(chartOf)) })
      .where("id", "=", actId),
  );
}

/** Keeps how they stand after it. */
export function keepAfter(context: Context, actId: number, places: readonly PlaceCells[]): void {
  const { store } = context;
  store.run(
    store.q
      .updateTable("inStep")
      .set({ after: JSON.stringify(places.map(chartOf)), endedAt: context.now() })
      .where("id", "=", actId),
  );
}

const LISTED = 500;

/** The newest acts first. */
export function listActs({ store }: Context, logbookId: number): Result<Act[]> {
  const rows = store.all(
    store.q
      .selectFrom("inStep")
      .selectAll()
      .where("logbookId", "=", logbookId)
      .where("before", "!=", "[]")
      .orderBy("id", "desc")
      .limit(LISTED),
  );
  return done(rows.map(actOf));
}

function actOf({ id, jobId, startedAt, endedAt, before, after }: Selectable<InStepTable>): Act {
  const [was, is] = [chartsIn(before), chartsIn(after)];
  const totalIn = (charts: readonly PlaceChart[], place: Place) =>
    charts.find((chart) => chart.place === place)?.lines?.[0]?.figures ?? null;
  return {
    id,
    jobId,
    startedAt: isoTime(startedAt),
    endedAt: endedAt === null ? null : isoTime(endedAt),
    totals: was.map(({ place }) => ({ place, before: totalIn(was, place), after: totalIn(is, place) })),
  };
}

const chartsIn = (json: string | null) => (json === null ? [] : (JSON.parse(json) as PlaceChart[]));

function actRow(store: Store, logbookId: number, actId: number): Selectable<InStepTable> | undefined {
  return store.first(
    store.q.selectFrom("inStep").selectAll().where("id", "=", actId).where("logbookId", "=", logbookId),
  );
}

/** What each place had before and after. */
export function actView({ store }: Context, logbookId: number, actId: number): Result<ActView> {
  const row = actRow(store, logbookId, actId);
  if (row === undefined) return missing(`act ${actId} of logbook ${logbookId}`);
  return done({ ...actOf(row), before: chartsIn(row.before), after: chartsIn(row.after) });
}

/** The contacts behind a gain: the first of those that the act brought there, or confirmed, and that move the figure. */
export function gainOfAct(
  { store }: Context,
  logbookId: number,
  actId: number,
  { place, figure, band, modeGroup }: GainQuery,
): Result<Gained[]> {
  const row = actRow(store, logbookId, actId);
  if (row === undefined) return missing(`act ${actId} of logbook ${logbookId}`);
  const kept = (JSON.parse(row.cells) as KeptCells)[place];
  if (kept === undefined) return failed(409, "Not known", "How it stood before is not known: nobody could be asked.");
  const side = sideOf(figure);
  const batches = batchesOf(findJob(store, row.jobId)?.report as InStepReport | null, side, place);
  const isMoved = moves(kept.map(cellOf), figure, { band: band ?? null, modeGroup: modeGroup ?? null });
  const entries = store.all(
    store.q
      .selectFrom("journalEntry")
      .innerJoin("contact", "contact.id", "journalEntry.contactId")
      .select(["contactId", "call", "startedAt", "contact.band", "mode", "modeGroup", "entityCode"])
      .select(["batchId", "before", "after"])
      .where("batchId", "in", [...batches.keys()])
      .where("logbookId", "=", logbookId)
      .orderBy("startedAt"),
  );
  const gained = new Map<number, Gained>();
  for (const { batchId, before, after, modeGroup: group, startedAt, ...contact } of entries) {
    const service = batches.get(batchId)!;
    const facts = { ...contact, modeGroup: group };
    const isThere = (json: string | null) => countsIn(facts, confirmationsIn(json), side, place);
    if (!isMoved(facts) || isThere(before) || !isThere(after)) continue;
    gained.set(contact.contactId, { ...contact, startedAt: isoTime(startedAt), service });
    if (gained.size === LISTED) break;
  }
  return done([...gained.values()]);
}

function cellOf([entityCode, band, modeGroup, contacts, confirmed]: NonNullable<KeptCells[Place]>[number]): ChartCell {
  return { entityCode, band, modeGroup, contacts, confirmed };
}

/** The batches of the journal in which an act moved one side of a place, and the service of each. */
function batchesOf(
  report: InStepReport | null,
  side: "contacts" | "confirmed",
  place: Place,
): ReadonlyMap<number, ServiceId> {
  const kind = side === "confirmed" ? "fetch" : "send";
  const batches = new Map<number, ServiceId>();
  for (const step of report?.steps ?? []) {
    if (step.kind !== kind || step.service === null || (place !== HERE && place !== step.service)) continue;
    if (step.report?.batchId != null) batches.set(step.report.batchId, step.service);
  }
  return batches;
}

function confirmationsIn(json: string | null): Confirmation[] {
  return json === null ? [] : ((JSON.parse(json) as { confirmations?: Confirmation[] }).confirmations ?? []);
}

/** Whether a contact counts on a side of a place, by how it stands with cards and services. */
function countsIn(
  facts: Pick<ChartCell, "entityCode" | "band" | "modeGroup">,
  confirmations: Confirmation[],
  side: "contacts" | "confirmed",
  place: Place,
): boolean {
  if (place === HERE) return side === "confirmed" && isProven(ENTITIES_AWARD, { confirmations });
  const one = confirmationOf(confirmations, place);
  return side === "confirmed" ? isConfirmed(one) : one.sent === "sent";
}
