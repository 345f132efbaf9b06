import { sql } from "kysely";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type ImportReport, importChoicesSchema } from "../../core/contract";
import type { Context } from "../context";
import { findJob } from "../jobs/job";
import { insertJob } from "../jobs/supervisor";
import { doJob } from "../jobs/work";
import { diskFault } from "../db/diskFault";
import { countedSlots, keptSlots, testContext, testMeans, valueOf } from "../testing";
import { markCards } from "./cards";
import { changeContact, deleteContact, getContact, logContact } from "./contacts";

const folder = mkdtempSync(join(tmpdir(), "ypsiloid-full-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function pragma({ store }: Context, name: string, value?: number): number {
  const text = value === undefined ? `PRAGMA ${name}` : `PRAGMA ${name} = ${value}`;
  const [row] = store.all<Record<string, number>>({ compile: () => sql<never>`${sql.raw(text)}`.compile(store.q) });
  return Object.values(row!)[0]!;
}

test("a disk that is full in the middle of an import keeps what was done, says so, and goes on when there is room", async () => {
  const { context, logbookId } = await testContext();
  const { store } = context;
  const records = Array.from({ length: 1500 }, (_, index) => {
    const day = String(1 + (index % 28)).padStart(2, "0");
    const year = 1990 + Math.floor(index / 100);
    return `<CALL:6>OY${index % 10}QSA<QSO_DATE:8>${year}01${day}<TIME_ON:4>${String(index % 24).padStart(2, "0")}00<BAND:3>20m<MODE:2>CW<COMMENT:90>${"x".repeat(90)}<EOR>`;
  });
  const file = join(folder, "full.adi");
  writeFileSync(file, records.join("\n"));
  const request = { kind: "import" as const, file, fileName: "full.adi", choices: importChoicesSchema.parse({}) };
  const jobId = insertJob(context, logbookId, "Import", request);
  const run = () => doJob(context, jobId, new AbortController().signal, testMeans());
  const count = () =>
    store.first(store.q.selectFrom("contact").select((eb) => eb.fn.countAll<number>().as("contacts")))!.contacts;

  pragma(context, "max_page_count", pragma(context, "page_count") + 100);
  await expect(run()).rejects.toMatchObject({ code: "SQLITE_FULL" });
  const failed = findJob(store, jobId)!;
  expect(failed).toMatchObject({ state: "failed", problem: expect.stringContaining("the disk is full") as unknown });
  const kept = count();
  expect(kept).toBeGreaterThan(0);
  expect(kept).toBe((failed.report as ImportReport | null)?.added);

  pragma(context, "max_page_count", 1_000_000);
  await run();
  const { added, duplicates } = findJob(store, jobId)!.report as ImportReport;
  expect(added + duplicates).toBe(1500);
  expect(count()).toBe(added);
  expect(added).toBeGreaterThan(kept);
});

const FACTS = { call: "DL1QTA", startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW" };
const LONG = { notes: "n".repeat(90_000) };

test.each<[string, (context: Context, logbookId: number, id: number) => unknown]>([
  ["logging", (context, logbookId) => logContact(context, logbookId, { ...FACTS, ...LONG, call: "DL2QTA" })],
  ["an edit", (context, logbookId, id) => changeContact(context, logbookId, id, LONG)],
  ["deleting", (context, logbookId, id) => deleteContact(context, logbookId, id)],
  [
    "marking a card",
    (context, logbookId, id) => markCards(context, logbookId, { ids: [id], sent: "sent", on: null, via: null }),
  ],
])("%s on a full disk says so, keeps what was there, and goes on when there is room", async (_, work) => {
  const { context, logbookId } = await testContext();
  const { store } = context;
  const { id } = valueOf(logContact(context, logbookId, { ...FACTS, notes: "m".repeat(50_000) }));
  const before = [valueOf(getContact(context, logbookId, id)), keptSlots(context, logbookId)];
  const journal = () => store.all(store.q.selectFrom("journalEntry").select("id")).length;
  const entries = journal();
  pragma(context, "max_page_count", pragma(context, "page_count"));
  // Every page that is there is used up, so that nothing whatever fits.
  expect(() => {
    for (let notes = 30_000; notes > 0; notes = notes === 1 ? 1 : Math.floor(notes / 2))
      for (;;) {
        try {
          store.run(store.q.insertInto("stationNote").values(noteOf(logbookId, notes)));
        } catch (error) {
          if (notes === 1) throw error;
          break;
        }
      }
  }).toThrow("full");

  const fault = thrownBy(() => work(context, logbookId, id));
  expect(diskFault(fault)).toBe("the disk is full: make room");
  expect([valueOf(getContact(context, logbookId, id)), keptSlots(context, logbookId)]).toEqual(before);
  expect(journal()).toBe(entries);

  pragma(context, "max_page_count", 1_000_000);
  work(context, logbookId, id);
  expect(journal()).toBeGreaterThan(entries);
  expect(keptSlots(context, logbookId)).toEqual(countedSlots(context, logbookId));
});

let notes = 0;
function noteOf(logbookId: number, length: number) {
  return { logbookId, baseCall: `N${++notes}`, text: "n".repeat(length), changedAt: 0 };
}

function thrownBy(work: () => unknown): unknown {
  try {
    work();
  } catch (error) {
    return error;
  }
  return null;
}
