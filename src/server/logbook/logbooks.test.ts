import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { confirmationOf } from "../../core/confirm";
import { logbookChangeSchema, logbookInputSchema } from "../../core/contract";
import type { Context } from "../context";
import { openStore } from "../db/store";
import { gate } from "../gate";
import { failed } from "../problem";
import { quietContext } from "../quietContext";
import { taken, testContext, valueOf } from "../testing";
import { writeBatch } from "./batch";
import { logContact } from "./contacts";
import { deleteLogbook } from "./deleteLogbook";
import { changeLogbook, createLogbook, findLogbook, listLogbooks } from "./logbooks";
import { logbookTotals } from "./logbookTotals";
import { removeGone } from "./removeGone";

const SITE = { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co", power: 100 };
const added = (context: Context, name: string) =>
  valueOf(createLogbook(context, taken(logbookInputSchema, { name, site: SITE }))).id;
const log = (context: Context, logbookId: number, call: string, more: object = {}) =>
  valueOf(
    logContact(context, logbookId, { call, startedAt: "2026-11-20T10:00:00Z", band: "20m", mode: "CW", ...more }),
  );

test("a logbook is described, and says what it offers: power before that of the site, reports, distances", async () => {
  const { context } = await testContext();
  const id = added(context, "Small power");
  expect(valueOf(findLogbook(context, id))).toMatchObject({
    about: "",
    power: null,
    reports: {},
    distances: "km",
    zero: "slashed",
    countsWith: [],
  });
  const change = taken(logbookChangeSchema, {
    ...{
      about: " Up to five watts. ",
      power: 4.5,
      reports: { CW: "559", voice: "57" },
      distances: "mi",
      zero: "plain",
    },
  });
  expect(valueOf(changeLogbook(context, id, change))).toMatchObject({
    ...{ about: "Up to five watts.", power: 4.5, reports: { CW: "559", voice: "57" }, distances: "mi", zero: "plain" },
    name: "Small power",
    site: { power: 4.5 },
  });
  expect(log(context, id, "OY4QSA").power).toBe(4.5);
  expect(log(context, id, "OY4QSB", { power: 20 }).power).toBe(20);
  valueOf(changeLogbook(context, id, taken(logbookChangeSchema, { power: null })));
  expect(log(context, id, "OY4QSC").power).toBe(100);
  const wrong = logbookChangeSchema.safeParse({ reports: { voice: "599", digital: "" } });
  expect(wrong.error?.issues.map(({ path }) => path.join("."))).toEqual(["reports.voice", "reports.digital"]);
});

test("its totals count contacts, those confirmed by whatever way once, and entities, from the first day to the last", async () => {
  const { context, logbookId } = await testContext();
  expect(logbookTotals(context.store, { logbookId })).toEqual({
    ...{ contacts: 0, confirmed: 0, entities: 0, entitiesConfirmed: 0, first: null, last: null },
  });
  const faroese = log(context, logbookId, "OY4QSA");
  log(context, logbookId, "OY4QSB", { startedAt: "2019-03-01T00:00:00Z" });
  log(context, logbookId, "DL1QTA");
  log(context, added(context, "Other"), "JA3QRM");
  writeBatch(context, { logbookId, kind: "confirm", summary: "Test" }, (writer) => {
    const confirmed = (["card", "lantern"] as const).map((channel) => ({
      ...confirmationOf([], channel),
      received: "confirmed" as const,
    }));
    writer.change(writer.hold([faroese.id])[0]!, { confirmations: confirmed });
  });
  expect(logbookTotals(context.store, { logbookId })).toEqual({
    ...{ contacts: 3, confirmed: 1, entities: 2, entitiesConfirmed: 1 },
    ...{ first: "2019-03-01T00:00:00Z", last: "2026-11-20T10:00:00Z" },
  });
});

describe("deleting a logbook", () => {
  const folder = mkdtempSync(join(tmpdir(), "ypsiloid-logbooks-"));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  async function begun(file = ":memory:") {
    const context = quietContext(openStore(file), "test");
    const [home, hill] = [added(context, "Home log"), added(context, "Hill")];
    for (const call of ["OY4QSA", "DL1QTA"]) for (const id of [home, hill]) log(context, id, call);
    let backups = 0;
    let isFull = false;
    const means = {
      remover: { begin: () => removeGone(context.store), close: async () => {} },
      backups: {
        make: async () => {
          backups++;
          return isFull ? failed(503, "No backup", "It could not be backed up: the disk is full.") : BACKUP;
        },
      },
    } as unknown as Parameters<typeof deleteLogbook>[1];
    const remove = (id: number, name: string) => deleteLogbook(context, means, id, name);
    return { context, home, hill, remove, made: () => backups, fill: () => (isFull = true), means };
  }
  const BACKUP = { ok: true, value: { name: "made-before" } } as const;
  const rowsOf = ({ store }: Context, id: number) =>
    (["contact", "slot", "outbox", "journalBatch", "awardCount", "followedAward"] as const).map(
      (table) => store.all(store.q.selectFrom(table).select("logbookId").where("logbookId", "=", id)).length,
    );

  test("needs its name, a backup, and another logbook; then nothing of it is left, and the other is as it was", async () => {
    const { context, home, hill, remove, made, fill } = await begun();
    const before = rowsOf(context, home);
    expect(await remove(hill, "hill")).toMatchObject({ ok: false, problem: { faults: [{ field: "name" }] } });
    expect(made()).toBe(0);
    expect(await remove(hill, " Hill ")).toEqual({ ok: true, value: { backup: "made-before" } });
    expect(rowsOf(context, hill)).toEqual([0, 0, 0, 0, 0, 0]);
    expect(rowsOf(context, home)).toEqual(before);
    const { q } = context.store;
    expect(context.store.all(q.selectFrom("journalEntry").select("id"))).toHaveLength(2);
    expect(context.store.all(q.selectFrom("confirmation").select("contactId"))).toHaveLength(4);
    expect(await remove(home, "Home log")).toMatchObject({ ok: false, problem: { title: "The only one" } });
    const again = added(context, "Again");
    fill();
    expect(await remove(again, "Again")).toMatchObject({ ok: false, problem: { title: "No backup" } });
    expect(listLogbooks(context).map(({ name }) => name)).toEqual(["Home log", "Again"]);
  });

  test("is not done while a job runs in it", async () => {
    const { context, hill, remove } = await begun();
    const job = { logbookId: hill, kind: "import", title: "Import a.adi", state: "running", request: "{}" } as const;
    context.store.run(
      context.store.q.insertInto("job").values({ ...job, service: null, progressDone: 0, startedAt: 1 }),
    );
    expect(await remove(hill, "Hill")).toMatchObject({
      ok: false,
      problem: { status: 409, detail: expect.stringContaining("Import a.adi runs in it") as string },
    });
  });

  test("is seen at once, and goes on where it was cut off", async () => {
    const { context, hill, remove, means } = await begun(join(folder, "cut.sqlite"));
    Object.assign(means, { remover: { begin: () => {}, close: async () => {} } });
    valueOf(await remove(hill, "Hill"));
    expect(listLogbooks(context).map(({ name }) => name)).toEqual(["Home log"]);
    expect(gate(context, { needs: "read", orOwn: false }, { logbookId: hill })).toMatchObject({ status: 404 });
    expect(findLogbook(context, hill)).toMatchObject({ ok: false });
    context.store.close();
    const store = openStore(join(folder, "cut.sqlite"));
    removeGone(store);
    expect(rowsOf({ ...context, store }, hill)).toEqual([0, 0, 0, 0, 0, 0]);
    store.close();
  });
});
