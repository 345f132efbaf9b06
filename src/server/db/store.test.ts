import { mkdtempSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { logbookInputSchema } from "../../core/contract";
import { createLogbook } from "../logbook/logbooks";
import { quietContext } from "../quietContext";
import { taken, valueOf } from "../testing";
import { createDoor, gateOf } from "./door";
import { connect, openStore, type Store } from "./store";

const folder = mkdtempSync(join(tmpdir(), "ypsiloid-store-"));
const opened: Store[] = [];
let files = 0;
let file: string;
let store: Store;
let logbookId: number;
beforeEach(() => {
  file = join(folder, `${++files}.sqlite`);
  opened.push((store = openStore(file)));
  const input = taken(logbookInputSchema, {
    name: "Farol",
    site: { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co" },
  });
  logbookId = valueOf(createLogbook(quietContext(store, "test"), input)).id;
});
afterEach(() => opened.splice(0).forEach((one) => one.close()));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function write(baseCall: string, into = store): void {
  into.run(into.q.insertInto("stationNote").values({ baseCall, logbookId, text: "heard", changedAt: 0 }));
}
const calls = (of = store) => of.values(of.q.selectFrom("stationNote").select("baseCall").orderBy("baseCall"));
function another(options?: Parameters<typeof connect>[1]): Store {
  const one = connect(file, options);
  opened.push(one);
  return one;
}
const inTransaction = (work: () => void) => () => store.transaction(work);

test("a transaction is done whole or not at all, with those within it", () => {
  const fails = inTransaction(() => {
    write("W1QRA");
    store.transaction(() => write("W2QRA"));
    throw new Error("the middle");
  });
  expect(fails).toThrow("the middle");
  expect(calls()).toEqual([]);
  expect(store.transaction(() => (write("W1QRA"), 5))).toBe(5);
  expect(calls()).toEqual(["W1QRA"]);
});

test("what is to follow a commit follows it in order, and never a rollback", () => {
  const done: string[] = [];
  const other = another();
  inTransaction(() => {
    store.afterCommit(() => done.push(`first, ${calls(other).length} to be seen`));
    store.transaction(() => store.afterCommit(() => done.push("second")));
    write("W1QRA");
    expect(done).toEqual([]);
  })();
  expect(done).toEqual(["first, 1 to be seen", "second"]);
  const fails = inTransaction(() => {
    store.afterCommit(() => done.push("never"));
    throw new Error("the middle");
  });
  expect(fails).toThrow();
  store.afterCommit(() => done.push("at once"));
  inTransaction(() => write("W2QRA"))();
  expect(done.slice(2)).toEqual(["at once"]);
});

test("another connection sees what was committed, and waits with what it writes itself", () => {
  const other = another();
  inTransaction(() => {
    write("W1QRA");
    expect(calls(other)).toEqual([]);
  })();
  write("W2QRA", other);
  expect(calls()).toEqual(["W1QRA", "W2QRA"]);
});

test("a query once prepared is run with other values, and rows come one by one as they do at once", () => {
  const insert = store.prepare(
    store.q.insertInto("stationNote").values({ baseCall: "", logbookId: 0, text: "", changedAt: 0 }),
  );
  for (let count = 0; count < 20; count++) expect(insert.run(`W${count}QRA`, logbookId, "x", count).changes).toBe(1);
  const all = store.q.selectFrom("stationNote").selectAll().orderBy("changedAt");
  expect([...store.each(all)]).toEqual(store.all(all));
  const since = store.prepare<{ baseCall: string }>(
    store.q.selectFrom("stationNote").select("baseCall").where("changedAt", ">=", 0),
  );
  expect(since.all(18)).toEqual([{ baseCall: "W18QRA" }, { baseCall: "W19QRA" }]);
  expect(since.first(99)).toBeUndefined();
});

test("a row of nothing that is there is refused", () => {
  expect(() => inTransaction(() => ((logbookId = 77), write("W1QRA")))()).toThrow("FOREIGN KEY");
});

test("what a job writes without waiting for the disk is brought into the file, and then all of it is there", () => {
  const { cells } = createDoor();
  const job = another({ gate: gateOf(cells, 1) });
  job.waitForDisk(false);
  const before = statSync(file).size;
  for (let batch = 0; batch < 30; batch++)
    job.transaction(() => {
      for (let count = 0; count < 100; count++) write(`N${batch * 100 + count}`, job);
    });
  // Behind a gate nobody brings it in by the way.
  expect(statSync(file).size).toBe(before);
  const { pages, left } = store.checkpoint();
  expect([pages > 0, left]).toEqual([true, 0]);
  expect(statSync(file).size).toBeGreaterThan(before);
  expect(calls(another())).toHaveLength(3000);
});

test("while somebody reads an older state, what was written after it is left, and said to be", () => {
  const reader = another();
  const rows = reader.each(reader.q.selectFrom("logbook").select("name"));
  expect(rows.next().done).toBe(false);
  write("W1QRA");
  expect(store.checkpoint().left).toBeGreaterThan(0);
  rows.return?.();
  expect(store.checkpoint().left).toBe(0);
});

test("a file that is no database is not touched, and said to be none", () => {
  const strange = join(folder, "strange.sqlite");
  writeFileSync(strange, "this is a letter, and not a database\n".repeat(100));
  expect(() => openStore(strange)).toThrow("not a database");
});
