import { SERVICE_IDS } from "../../core/confirm";
import {
  type Change,
  type ChangeReport,
  contactQuerySchema,
  logbookInputSchema,
  type Selection,
  siteInputSchema,
  type StoredContact,
} from "../../core/contract";
import { countedSlots, keptSlots, runTestJob, testContext, valueOf, taken } from "../testing";
import { changeContact, getContact, listContacts, logContact } from "./contacts";
import { contactHistory, listBatches } from "./journal";
import { createLogbook } from "./logbooks";
import { addSite, changeSite } from "./sites";
import { undoBatch } from "./undo";

const CALLS = ["OY4QSA", "LU3QSC", "JA3QRM", "W7QUD"];

const CLUB = { name: "Club", site: { name: "Club", call: "CX9QTH", grid: "GF35" } };

async function begin() {
  const { context, logbookId } = await testContext();
  const ids = CALLS.map((call, index) => {
    const logged = valueOf(
      logContact(context, logbookId, {
        call,
        startedAt: `2026-11-2${index}T21:38:00Z`,
        band: "15m",
        mode: "CW",
        name: index === 0 ? "Sunnva" : null,
      }),
    );
    return logged.id;
  });
  const contacts = async (of = logbookId): Promise<StoredContact[]> => {
    const page = await listContacts(context, of, { limit: 500 });
    return page.ok ? page.value.items : [];
  };
  const preview = async (change: Change, selection: Selection = { all: {}, except: [] }) => {
    const job = await runTestJob(context, logbookId, { kind: "preview", selection, change });
    return { id: job.id, job, report: job.report as ChangeReport };
  };
  const run = async (change: Change, previewId: number) => {
    const job = await runTestJob(context, logbookId, { kind: "change", change, previewId });
    return { job, report: job.report as ChangeReport };
  };
  const both = async (change: Change, selection?: Selection) => {
    const { id, report } = await preview(change, selection);
    const done = await run(change, id);
    expect({ ...done.report, batchId: null }).toEqual(report);
    return done.report;
  };
  return { context, logbookId, ids, contacts, preview, run, both };
}

const facts = (contacts: readonly StoredContact[]) => contacts.map(({ revision: _, ...rest }) => rest);

test("a field is set for a selection, after it was shown what changes, and one undo takes it back", async () => {
  const { context, logbookId, ids, contacts, preview, run } = await begin();
  const before = facts(await contacts());
  const change: Change = { do: "set", field: "name", value: "Sunnva" };
  const { id, report } = await preview(change, { ids: ids.slice(0, 3) });
  expect(report).toMatchObject({ selected: 3, changed: 2, unchanged: 1, batchId: null });
  expect(report.fields).toEqual([
    {
      key: "name",
      count: 2,
      examples: [
        { call: "LU3QSC", was: null, is: "Sunnva" },
        { call: "JA3QRM", was: null, is: "Sunnva" },
      ],
    },
  ]);
  expect(facts(await contacts())).toEqual(before);
  const done = await run(change, id);
  expect((await contacts()).map(({ name }) => name)).toEqual([null, "Sunnva", "Sunnva", "Sunnva"]);
  const batches = listBatches(context, logbookId);
  expect(batches.ok && batches.value[0]).toMatchObject({ summary: "Set Name to Sunnva", contacts: 2 });
  expect(undoBatch(context, logbookId, done.report.batchId!)).toMatchObject({ ok: true, value: { undone: 2 } });
  expect(facts(await contacts())).toEqual(before);
});

test("what was changed since it was looked at is left alone", async () => {
  const { context, logbookId, ids, contacts, preview, run } = await begin();
  const change: Change = { do: "set", field: "place", value: "Tórshavn" };
  const { id } = await preview(change);
  changeContact(context, logbookId, ids[1]!, { place: "Rosario" });
  const { report } = await run(change, id);
  expect(report).toMatchObject({ selected: 4, changed: 3, meanwhile: 1 });
  expect((await contacts()).map(({ place }) => place)).toEqual(["Tórshavn", "Tórshavn", "Rosario", "Tórshavn"]);
});

test("times are shifted; what would lie in the future is refused, and said", async () => {
  const { contacts, both } = await begin();
  const report = await both({ do: "shift", seconds: 3600 });
  expect(report).toMatchObject({ changed: 3, refusedCount: 1 });
  expect(report.refused[0]).toMatchObject({ call: "W7QUD" });
  expect(report.refused[0]!.reason).toContain("in the future");
  expect((await contacts()).map(({ startedAt }) => startedAt.slice(8, 16))).toEqual([
    "23T21:38",
    "22T22:38",
    "21T22:38",
    "20T22:38",
  ]);
});

test("a set band brings the mode's slots along; a refused value says so", async () => {
  const { context, logbookId, both } = await begin();
  await both({ do: "set", field: "band", value: "20m" });
  expect(keptSlots(context, logbookId)).toEqual(countedSlots(context, logbookId));
  const report = await both({ do: "set", field: "frequencyHz", value: 7_010_000 });
  expect(report).toMatchObject({ changed: 4 });
  expect(report.fields.map(({ key }) => key)).toEqual(["band", "frequencyHz"]);
});

test("cards, pins, sites and entities are changed for many", async () => {
  const { context, logbookId, contacts, both } = await begin();
  await both({ do: "card", sent: "wanted", on: null, via: "bureau" });
  await both({ do: "pin", pin: true });
  const site = valueOf(addSite(context, taken(siteInputSchema, { name: "Tigre", call: "LU/CX3QUA", grid: "GF05" })));
  await both({ do: "site", siteId: site.id });
  const [first] = await contacts();
  expect(first).toMatchObject({ pin: true, ownCall: "LU/CX3QUA", ownGrid: "GF05", ownEntityCode: 100 });
  expect(first!.confirmations).toContainEqual(
    expect.objectContaining({ channel: "card", sent: "wanted", sentVia: "bureau" }),
  );
  await both({ do: "set", field: "power", value: 5 });
  const moved = { name: "Tigre", call: "LU/CX3QUA", grid: "GF04", power: 100 };
  valueOf(changeSite(context, site.id, taken(siteInputSchema, moved)));
  // What was corrected of a site is set, and nothing else of it.
  await both({ do: "site", siteId: site.id, only: ["ownGrid"] });
  expect((await contacts())[0]).toMatchObject({ ownGrid: "GF04", power: 5, siteId: site.id });
  const listed = await listContacts(context, logbookId, { ...taken(contactQuerySchema, { site: site.id + 1 }) });
  expect(valueOf(listed).items).toEqual([]);
  await both({ do: "set", field: "entityCode", value: 1 });
  expect((await contacts()).every(({ entityCode }) => entityCode === 1)).toBe(true);
  await both({ do: "resolve" });
  expect((await contacts()).map(({ entityCode }) => entityCode)).toEqual([291, 339, 100, 222]);
});

test("contacts are moved to another logbook with all that counts, and come back by one undo", async () => {
  const { context, logbookId, ids, contacts, both } = await begin();
  const other = valueOf(createLogbook(context, taken(logbookInputSchema, CLUB)));
  const target = other.id;
  const before = facts(await contacts());
  const report = await both({ do: "move", logbookId: target }, { ids: ids.slice(0, 2) });
  expect((await contacts()).map(({ call }) => call)).toEqual(["W7QUD", "JA3QRM"]);
  expect((await contacts(target)).map(({ call }) => call)).toEqual(["LU3QSC", "OY4QSA"]);
  const { store } = context;
  const consistent = () => {
    for (const id of [logbookId, target]) {
      expect(keptSlots(context, id)).toEqual(countedSlots(context, id));
      const [{ contactCount }] = store.all(
        store.q.selectFrom("logbook").select("contactCount").where("id", "=", id),
      ) as [{ contactCount: number }];
      const waiting = store.all(store.q.selectFrom("outbox").select("contactId").where("logbookId", "=", id));
      expect(waiting).toHaveLength(contactCount * SERVICE_IDS.length);
    }
  };
  consistent();
  const history = contactHistory(context, target, ids[0]!);
  expect(history.ok && history.value.map(({ batch }) => batch.summary)).toEqual(["Moved to Club", "Logged OY4QSA"]);
  expect(undoBatch(context, logbookId, report.batchId!)).toMatchObject({ ok: true, value: { undone: 2 } });
  expect(facts(await contacts())).toEqual(before);
  consistent();
});

test("a copy passes over what is there already", async () => {
  const { context, logbookId, ids, contacts, both } = await begin();
  const other = valueOf(createLogbook(context, taken(logbookInputSchema, CLUB)));
  await both({ do: "copy", logbookId: other.id }, { ids: [ids[0]!] });
  const report = await both({ do: "copy", logbookId: other.id });
  expect(report).toMatchObject({ changed: 3, refusedCount: 1 });
  expect(await contacts(other.id)).toHaveLength(4);
  expect(await contacts(logbookId)).toHaveLength(4);
});

test("a selection of all that a filter holds leaves out what was taken from it", async () => {
  const { context, logbookId, ids, contacts, both } = await begin();
  const filter = { join: "all" as const, of: [{ field: "continent", is: "isNot" as const, value: "EU" }] };
  const report = await both({ do: "delete" }, { all: { filter }, except: [ids[3]!] });
  expect(report).toMatchObject({ selected: 2, changed: 2 });
  expect((await contacts()).map(({ call }) => call)).toEqual(["W7QUD", "OY4QSA"]);
  undoBatch(context, logbookId, report.batchId!);
  expect(getContact(context, logbookId, ids[1]!).ok).toBe(true);
});
