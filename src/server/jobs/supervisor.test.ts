import { EventEmitter } from "node:events";
import type { Job, LiveEvent } from "../../core/contract";
import type { Context } from "../context";
import { createDoor } from "../db/door";
import { createLogbook } from "../logbook/logbooks";
import { taken, testContext, testMeans, valueOf } from "../testing";
import { logbookInputSchema } from "../../core/contract";
import { findJob, jobRequestSchema } from "./job";
import { createSupervisor, markInterrupted, type Supervisor } from "./supervisor";

/** Threads that do nothing but what the test says. */
class Thread extends EventEmitter {
  told: unknown[] = [];
  terminated = false;
  postMessage(message: unknown) {
    this.told.push(message);
  }
  terminate() {
    this.terminated = true;
    this.end();
    return Promise.resolve(0);
  }
  end() {
    this.emit("exit");
  }
}
const threads: Thread[] = [];
jest.mock("node:worker_threads", () => ({
  ...jest.requireActual<object>("node:worker_threads"),
  Worker: function Worker() {
    const thread = new Thread();
    threads.push(thread);
    return thread;
  },
}));

let context: Context;
let logbookId: number;
let supervisor: Supervisor;
let heard: LiveEvent[];
let faults: unknown[];

beforeEach(async () => {
  const made = await testContext();
  heard = [];
  faults = [];
  threads.length = 0;
  context = { ...made.context, announce: (event) => void heard.push(event) };
  logbookId = made.logbookId;
  supervisor = createSupervisor(":memory:", createDoor(), testMeans, (error) => faults.push(error));
});
afterEach(() => jest.useRealTimers());

const send = (inLogbook = logbookId) =>
  supervisor.start(context, inLogbook, "Send", { kind: "send", service: "lantern" });
const stateOf = ({ id }: Pick<Job, "id">) => findJob(context.store, id)?.state;
const settled = () => new Promise((resolve) => setImmediate(resolve));
const finish = (job: Pick<Job, "id">) =>
  context.store.run(context.store.q.updateTable("job").set({ state: "done" }).where("id", "=", job.id));

test("one job of a kind runs in a logbook at a time; another kind, another logbook, and what only looks run beside", () => {
  const first = valueOf(send());
  expect(send()).toMatchObject({ problem: { status: 409, title: "Already running" } });
  expect(supervisor.start(context, logbookId, "Fetch", { kind: "fetch", service: "lantern" }).ok).toBe(true);
  const site = { name: "Club", call: "CX9QTH", grid: "GF35" };
  const other = valueOf(createLogbook(context, taken(logbookInputSchema, { name: "Club", site }))).id;
  expect(send(other).ok).toBe(true);
  const look = { kind: "look", file: "x", fileName: "x" } as const;
  expect([
    supervisor.start(context, logbookId, "Look", look).ok,
    supervisor.start(context, logbookId, "Look", look).ok,
  ]).toEqual([true, true]);
  finish(first);
  expect(send().ok).toBe(true);
  expect(threads).toHaveLength(6);
});

test("a thread that ends without a word leaves its job interrupted, and it can be run again", async () => {
  const job = valueOf(send());
  threads[0]!.end();
  await settled();
  expect(findJob(context.store, job.id)).toMatchObject({
    state: "interrupted",
    problem: expect.stringContaining("run again") as string,
  });
  expect(heard).toContainEqual(
    expect.objectContaining({ type: "job", job: expect.objectContaining({ state: "interrupted" }) as unknown }),
  );
  expect(valueOf(supervisor.again(context, job.id))).toMatchObject({ state: "running", problem: null });
  expect(threads).toHaveLength(2);
  finish(job);
  expect(supervisor.again(context, job.id)).toMatchObject({ problem: { status: 409, title: "Cannot run again" } });
  expect(supervisor.again(context, 99)).toMatchObject({ problem: { status: 404 } });
});

test("a thread that fails leaves its job failed, with words for the operator, and the fault for the log", async () => {
  const job = valueOf(send());
  threads[0]!.emit("error", new Error("broken"));
  threads[0]!.end();
  await settled();
  expect(findJob(context.store, job.id)).toMatchObject({
    state: "failed",
    problem: expect.stringContaining("server's log") as string,
  });
  expect(faults).toEqual([new Error("broken")]);
});

test("a job that is told to end and does not is ended from outside", async () => {
  const job = valueOf(send());
  jest.useFakeTimers();
  supervisor.cancel(context, job.id);
  supervisor.cancel(context, job.id);
  expect(threads[0]).toMatchObject({ told: ["cancel"], terminated: false });
  jest.advanceTimersByTime(10_000);
  expect(threads[0]!.terminated).toBe(true);
  jest.useRealTimers();
  await settled();
  expect(stateOf(job)).toBe("cancelled");
});

test("a job that failed, and might go on by itself, does not when it is cancelled", async () => {
  const job = valueOf(send());
  threads[0]!.emit("error", new Error("broken"));
  threads[0]!.end();
  await settled();
  expect(valueOf(supervisor.cancel(context, job.id)).state).toBe("cancelled");
  expect(heard.at(-1)).toMatchObject({ type: "job", job: { id: job.id, state: "cancelled" } });
});

test("a job that ends in its time is not ended from outside", () => {
  const job = valueOf(send());
  jest.useFakeTimers();
  supervisor.cancel(context, job.id);
  threads[0]!.end();
  jest.advanceTimersByTime(10_000);
  expect(threads[0]!.terminated).toBe(false);
});

test("run again while its last thread still ends, a job goes on when that is gone", async () => {
  const job = valueOf(send());
  supervisor.cancel(context, job.id);
  context.store.run(context.store.q.updateTable("job").set({ state: "cancelled" }).where("id", "=", job.id));
  valueOf(supervisor.again(context, job.id));
  expect(threads).toHaveLength(1);
  threads[0]!.end();
  await settled();
  expect(threads).toHaveLength(2);
  expect(stateOf(job)).toBe("running");
});

test("an end that cannot be written is told at once, and written when there is room again", async () => {
  let full = true;
  const { write } = context;
  context = { ...context, write: (work) => (full ? Promise.reject(new Error("full")) : write(work)) };
  const job = valueOf(send());
  jest.useFakeTimers();
  threads[0]!.end();
  await jest.advanceTimersByTimeAsync(0);
  expect(heard.at(-1)).toMatchObject({ type: "job", job: { id: job.id, state: "interrupted" } });
  expect(stateOf(job)).toBe("running");
  full = false;
  await jest.advanceTimersByTimeAsync(10_000);
  expect(stateOf(job)).toBe("interrupted");
});

test("closed, it ends what runs, waits for that, and begins nothing more", async () => {
  const job = valueOf(send());
  let closed = false;
  const closing = supervisor.close().then(() => (closed = true));
  expect(threads[0]!.told).toEqual(["cancel"]);
  // Also what was to go on as soon as its thread is gone.
  context.store.run(context.store.q.updateTable("job").set({ state: "cancelled" }).where("id", "=", job.id));
  expect(supervisor.again(context, job.id)).toMatchObject({ ok: false, problem: { status: 503 } });
  await settled();
  expect(closed).toBe(false);
  threads[0]!.end();
  await closing;
  expect(send()).toMatchObject({ ok: false, problem: { status: 503 } });
  expect(threads).toHaveLength(1);
});

test("what a dead process left running is interrupted at the next start", () => {
  const job = valueOf(send());
  markInterrupted({ store: context.store, now: () => context.now() });
  expect(stateOf(job)).toBe("interrupted");
});

test("two services are sent to at once, one of them never twice", () => {
  expect(send().ok).toBe(true);
  expect(supervisor.start(context, logbookId, "Send", { kind: "send", service: "tideline" })).toMatchObject({
    ok: true,
    value: { service: "tideline" },
  });
  expect(send()).toMatchObject({ ok: false, problem: { status: 409 } });
});

test.each([
  ["lantern", ["lantern"]],
  [null, []],
  [
    ["lantern", "tideline"],
    ["lantern", "tideline"],
  ],
])("an import that an earlier version began, with a queue of %j, is understood", (queue, services) => {
  const request = { kind: "import", file: "a", fileName: "a.adi", choices: { queue } };
  expect(jobRequestSchema.parse(request)).toMatchObject({ choices: { queue: services } });
});
