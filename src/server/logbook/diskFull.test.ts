import { sql } from "kysely";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type ImportReport, importChoicesSchema } from "../../core/contract";
import type { Context } from "../context";
import { findJob } from "../jobs/job";
import { insertJob } from "../jobs/supervisor";
import { doJob } from "../jobs/work";
import { testContext } from "../testing";

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
  const run = () =>
    doJob(context, jobId, new AbortController().signal, { url: "http://127.0.0.1:1", token: "", timeoutMs: 1 });
  const count = () =>
    store.first(store.q.selectFrom("contact").select((eb) => eb.fn.countAll<number>().as("contacts")))!.contacts;

  pragma(context, "max_page_count", pragma(context, "page_count") + 80);
  await expect(run()).rejects.toMatchObject({ code: "SQLITE_FULL" });
  const failed = findJob(store, jobId)!;
  expect(failed).toMatchObject({ state: "failed", problem: expect.stringContaining("the disk is full") as unknown });
  const kept = count();
  expect(kept).toBe((failed.report as ImportReport | null)?.added ?? 0);

  pragma(context, "max_page_count", 1_000_000);
  await run();
  const { added, duplicates } = findJob(store, jobId)!.report as ImportReport;
  expect(added + duplicates).toBe(1500);
  expect(count()).toBe(added);
  expect(added).toBeGreaterThan(kept);
}, 30_000);
