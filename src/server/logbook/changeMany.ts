import { withConfirmation } from "../../core/confirm";
import { changedContact, FACT_FIELDS, factField, isoTime, secondsOf } from "../../core/contact";
import type { Change, ChangeReport, Selection, StoredContact } from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { exceptionsByCall } from "../directory/callExceptions";
import { inSteps, JobProblem, type JobRun } from "../jobs/jobRun";
import { NEWEST_FIRST } from "../../core/view";
import { type BatchWriter, type ContactChange, writeBatch } from "./batch";
import { contactsById } from "./contactRow";
import { twinFinder } from "./twins";
import { findLogbook } from "./logbooks";
import { findSite, ownFactsAt } from "./sites";
import { createSearcher } from "./search";

export interface ChangeCheckpoint {
  readonly report: ChangeReport;
  /** The last item of the list that was dealt with. */
  position: number;
}

const PIECE = 50;
const EXAMPLES = 3;
const LISTED = 200;

/** Looks at what a change would do to each contact of a selection, and keeps the list for doing it. */
export async function previewChange(
  run: JobRun<ChangeReport, number>,
  { selection, change }: { readonly selection: Selection; readonly change: Change },
): Promise<ChangeReport> {
  const { context, logbookId, jobId } = run;
  const { store } = context;
  const plan = plannerFor(context, logbookId, change);
  const ids = selectedIds(context, logbookId, selection);
  const report = emptyReport();
  await forgetItems(run);
  const insert = store.prepare(
    store.q.insertInto("jobItem").values({ jobId: 0, position: 0, contactId: 0, revision: 0 }),
  );
  let start = 0;
  await inSteps(run, (isTime) => {
    do {
      const contacts = contactsById(store, ids.slice(start, start + PIECE));
      contacts.forEach((contact, index) => insert.run(jobId, start + index, contact.id, contact.revision));
      for (const contact of contacts) tally(report, contact, plan(contact));
      start += PIECE;
    } while (start < ids.length && isTime());
    run.checkpoint(start, report, Math.min(start, ids.length), ids.length);
    return start < ids.length;
  });
  return report;
}

/** Does what was looked at, to the contacts that are as they were then; one batch of the journal. */
export async function changeMany(
  run: JobRun<ChangeReport, ChangeCheckpoint>,
  { change, previewId }: { readonly change: Change; readonly previewId: number },
): Promise<ChangeReport> {
  const { context, logbookId } = run;
  const { store } = context;
  const plan = plannerFor(context, logbookId, change);
  const state: ChangeCheckpoint = run.resumed ?? { report: emptyReport(), position: -1 };
  const { report } = state;
  const left = store.first(
    store.q
      .selectFrom("jobItem")
      .select((eb) => eb.fn.countAll<number>().as("items"))
      .where("jobId", "=", previewId),
  )!.items;
  const total = state.position + 1 + left;
  const options = {
    logbookId: change.do === "copy" ? change.logbookId : logbookId,
    kind: change.do === "copy" || change.do === "delete" ? change.do : ("change" as const),
    summary: summaryOf(context, change),
  };
  await inSteps(run, (isTime) => {
    const goesOn = writeBatch(context, { ...options, continues: report.batchId }, (writer) => {
      let items: Item[];
      do {
        items = nextItems(store, previewId, state.position);
        changePiece(writer, items, plan, report);
        state.position = items.at(-1)?.position ?? state.position;
      } while (items.length > 0 && isTime());
      report.batchId = writer.batchId;
      return items.length > 0;
    });
    store.run(store.q.deleteFrom("jobItem").where("jobId", "=", previewId).where("position", "<=", state.position));
    run.checkpoint(state, report, state.position + 1, total);
    return goesOn;
  });
  return report;
}

/** How long a list that was looked at, and not acted on, is kept, seconds. */
const KEPT_FOR = 86_400;

/** So many items of a list are forgotten at once. */
const FORGOTTEN_AT_ONCE = 2000;

/** Forgets what an interrupted run of this job listed, and lists that nobody acted on. */
async function forgetItems(run: JobRun<ChangeReport, number>): Promise<void> {
  const { context, jobId } = run;
  const { store } = context;
  const before = context.now() - KEPT_FOR;
  const old = store.q
    .selectFrom("job")
    .select("id")
    .where("kind", "=", "preview")
    .where((eb) => eb.or([eb("id", "=", jobId), eb("startedAt", "<", before)]));
  await inSteps(run, () => {
    const items = store.q.selectFrom("jobItem").select(["jobId", "position"]).where("jobId", "in", old);
    const first = store.first(items.orderBy("jobId").orderBy("position").limit(1));
    if (first === undefined) return false;
    const upTo = first.position + FORGOTTEN_AT_ONCE;
    store.run(store.q.deleteFrom("jobItem").where("jobId", "=", first.jobId).where("position", "<", upTo));
    return true;
  });
}

interface Item {
  readonly position: number;
  readonly contactId: number;
  readonly revision: number;
}

function nextItems(store: Store, jobId: number, after: number): Item[] {
  return store.all(
    store.q
      .selectFrom("jobItem")
      .select(["position", "contactId", "revision"])
      .where("jobId", "=", jobId)
      .where("position", ">", after)
      .orderBy("position")
      .limit(25),
  );
}

function changePiece(writer: BatchWriter, items: readonly Item[], plan: Planner, report: ChangeReport): void {
  const held = writer.hold(items.map(({ contactId }) => contactId));
  const byId = new Map(held.map((one) => [one.contact.id, one]));
  for (const { contactId, revision } of items) {
    const one = byId.get(contactId);
    if (one === undefined || one.contact.revision !== revision) {
      report.selected++;
      report.meanwhile++;
      continue;
    }
    const { contact } = one;
    const planned = plan(contact);
    tally(report, contact, planned);
    if (planned.kind === "change") writer.change(one, planned.patch);
    else if (planned.kind === "delete") writer.remove(one);
    else if (planned.kind === "copy") {
      const { id: _id, logbookId: _logbookId, revision: _revision, ...facts } = contact;
      writer.add(facts);
    }
  }
}

type Planned =
  | { readonly kind: "change"; readonly patch: ContactChange }
  | { readonly kind: "delete" }
  | { readonly kind: "copy"; readonly logbookId: number }
  | { readonly kind: "refused"; readonly reason: string };
type Planner = (contact: StoredContact) => Planned;

/** What a change means for each contact. */
function plannerFor(context: Context, logbookId: number, change: Change): Planner {
  const { store } = context;
  const exceptions = exceptionsByCall(store);
  const now = context.now();
  const facts = (changes: (contact: StoredContact) => Record<string, unknown>): Planner => {
    return (stored) => {
      const { id: _id, logbookId: _logbookId, revision: _revision, ...contact } = stored;
      const checked = changedContact(contact, changes(stored), now, exceptions);
      return checked.ok
        ? { kind: "change", patch: checked.value }
        : { kind: "refused", reason: checked.faults.map(({ field, text }) => `${field}: ${text}`).join("; ") };
    };
  };
  switch (change.do) {
    case "set":
      return facts(() => ({ [change.field]: change.value }));
    case "shift":
      return facts(({ startedAt, endedAt }) => ({
        startedAt: isoTime(secondsOf(startedAt) + change.seconds),
        endedAt: isoTime(secondsOf(endedAt) + change.seconds),
      }));
    case "site": {
      const site = findSite(store, change.siteId);
      if (site === undefined) throw new JobProblem(`site ${change.siteId} does not exist`);
      return facts(() => ownFactsAt(site));
    }
    case "pin":
      return () => ({ kind: "change", patch: { pin: change.pin } });
    case "card":
      return ({ confirmations }) => ({ kind: "change", patch: { confirmations: withCard(confirmations, change) } });
    case "resolve":
      return facts(() => ({ entityCode: null, continent: null, cqZone: null, ituZone: null }));
    case "delete":
      return () => ({ kind: "delete" });
    case "move":
    case "copy": {
      const target = findLogbook(context, change.logbookId);
      if (!target.ok) throw new JobProblem(target.problem.detail);
      if (change.logbookId === logbookId) throw new JobProblem("they are in this logbook already: choose another one");
      const twinOf = twinFinder(store, change.logbookId);
      return (contact) => {
        if (twinOf(contact) !== undefined) return { kind: "refused", reason: `it is in ${target.value.name} already` };
        return change.do === "copy"
          ? { kind: "copy", logbookId: change.logbookId }
          : { kind: "change", patch: { logbookId: change.logbookId } };
      };
    }
  }
}

/** The confirmations with a card marked. */
export function withCard(
  confirmations: StoredContact["confirmations"],
  { sent, received, on, via }: Omit<Extract<Change, { do: "card" }>, "do">,
): StoredContact["confirmations"] {
  return withConfirmation(confirmations, "card", {
    ...(sent === undefined ? {} : { sent, sentOn: on, sentVia: via }),
    ...(received === undefined ? {} : { received, receivedOn: on, receivedVia: via }),
  });
}

function selectedIds(context: Context, logbookId: number, selection: Selection): readonly number[] {
  const { store } = context;
  if ("all" in selection) {
    const except = new Set(selection.except);
    const search = { logbookId, asked: selection.all, sort: NEWEST_FIRST };
    const ids = createSearcher(store).all(search, context.now());
    return except.size === 0 ? ids : ids.filter((id) => !except.has(id));
  }
  const here: number[] = [];
  for (let start = 0; start < selection.ids.length; start += PIECE) {
    const some = selection.ids.slice(start, start + PIECE);
    const rows = store.all(
      store.q.selectFrom("contact").select("id").where("id", "in", some).where("logbookId", "=", logbookId),
    );
    here.push(...rows.map(({ id }) => id));
  }
  return here;
}

function emptyReport(): ChangeReport {
  return {
    batchId: null,
    selected: 0,
    changed: 0,
    unchanged: 0,
    refusedCount: 0,
    refused: [],
    meanwhile: 0,
    fields: [],
  };
}

/** Facts that follow from others and have no name of their own for people. */
const UNTOLD = new Set(["baseCall", "modeGroup", "siteId"]);
const ORDER = new Map<string, number>(FACT_FIELDS.map(({ key }, index) => [key, index]));

function tally(report: ChangeReport, contact: StoredContact, planned: Planned): void {
  report.selected++;
  if (planned.kind === "refused") {
    report.refusedCount++;
    if (report.refused.length < LISTED)
      report.refused.push({ contactId: contact.id, call: contact.call, reason: planned.reason });
    return;
  }
  if (planned.kind !== "change") {
    report.changed++;
    return;
  }
  let changed = false;
  for (const [key, is] of Object.entries(planned.patch)) {
    const was = contact[key as keyof StoredContact];
    if (was === is || JSON.stringify(was) === JSON.stringify(is)) continue;
    changed = true;
    if (UNTOLD.has(key)) continue;
    let field = report.fields.find((one) => one.key === key);
    if (field === undefined) {
      field = { key, count: 0, examples: [] };
      report.fields.push(field);
      report.fields.sort((a, b) => (ORDER.get(a.key) ?? 99) - (ORDER.get(b.key) ?? 99));
    }
    field.count++;
    if (field.examples.length < EXAMPLES) field.examples.push({ call: contact.call, was, is });
  }
  if (changed) report.changed++;
  else report.unchanged++;
}

/** What a change does, for the journal. */
function summaryOf(context: Context, change: Change): string {
  const nameOf = (id: number) => {
    const found = findLogbook(context, id);
    return found.ok ? found.value.name : `logbook ${id}`;
  };
  switch (change.do) {
    case "set": {
      const label = factField(change.field)?.label ?? change.field;
      return change.value === null || change.value === "" ? `Emptied ${label}` : `Set ${label} to ${change.value}`;
    }
    case "shift":
      return `Shifted times by ${change.seconds > 0 ? "+" : "−"}${span(Math.abs(change.seconds))}`;
    case "site":
      return `Set our side as at ${findSite(context.store, change.siteId)?.name ?? change.siteId}`;
    case "pin":
      return change.pin ? "Pinned" : "Took the pin off";
    case "card":
      return ["Cards:", change.sent && `ours ${change.sent}`, change.received && `theirs ${change.received}`]
        .filter(Boolean)
        .join(" ");
    case "resolve":
      return "Entities and zones as of today's tables";
    case "move":
      return `Moved to ${nameOf(change.logbookId)}`;
    case "copy":
      return "Copied from another logbook";
    case "delete":
      return "Deleted a selection";
  }
}

function span(seconds: number): string {
  const parts = [
    [Math.floor(seconds / 86_400), "d"],
    [Math.floor(seconds / 3600) % 24, "h"],
    [Math.floor(seconds / 60) % 60, "min"],
    [seconds % 60, "s"],
  ] as const;
  return parts
    .filter(([value]) => value > 0)
    .map(([value, unit]) => `${value} ${unit}`)
    .join(" ");
}
