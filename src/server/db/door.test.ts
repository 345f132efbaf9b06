import { buildSync } from "esbuild";
import { mkdtempSync, rmSync } from "node:fs";
import { once } from "node:events";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Worker } from "node:worker_threads";
import { createDoor, gateOf, ticketOf } from "./door";

const folder = mkdtempSync(join(tmpdir(), "ypsiloid-door-"));
const built = join(folder, "door.mjs");
buildSync({ entryPoints: [join(__dirname, "door.ts")], outfile: built, format: "esm", platform: "node", bundle: true });
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A job's thread that writes again and again, and says each time that it is inside; it never gives way by itself. */
function job(cells: SharedArrayBuffer, number: number, inside: SharedArrayBuffer): Worker {
  const code = `
    const { workerData } = require("node:worker_threads");
    import(workerData.built).then(({ gateOf }) => {
      const gate = gateOf(workerData.cells, workerData.ticket);
      const inside = new Int32Array(workerData.inside);
      for (;;) {
        gate.enter();
        if (Atomics.add(inside, 0, 1) !== 0) Atomics.add(inside, 1, 1);
        Atomics.add(inside, workerData.at, 1);
        for (const until = performance.now() + 2; performance.now() < until;);
        Atomics.sub(inside, 0, 1);
        gate.leave();
      }
    });`;
  return new Worker(code, {
    eval: true,
    workerData: { built, cells, ticket: ticketOf(number), inside, at: number + 1 },
  });
}

test("nobody writes beside another, people wait for one transaction, and jobs take turns", async () => {
  const door = createDoor();
  const inside = new SharedArrayBuffer(16);
  const [there, clashes, first, second] = [0, 1, 2, 3].map((at) => () => Atomics.load(new Int32Array(inside), at));
  const jobs = [job(door.cells, 1, inside), job(door.cells, 2, inside)];
  while (first!() < 3 || second!() < 3) await new Promise((resolve) => setTimeout(resolve, 5));
  for (let writes = 0; writes < 50; writes++) {
    const before = first!() + second!();
    await door.write(() => {
      expect(there!()).toBe(0);
      // One may have been inside already, and one may have come in before we were at the door.
      expect(first!() + second!() - before).toBeLessThanOrEqual(2);
    });
    await new Promise((resolve) => setTimeout(resolve, 1));
  }
  const [one, other] = [first!(), second!()];
  while (first!() < one + 20 || second!() < other + 20) await new Promise((resolve) => setTimeout(resolve, 5));
  expect(clashes!()).toBe(0);
  await Promise.all(jobs.map((worker) => worker.terminate()));
});

test("a thread that ended while it wrote does not hold the door for ever", async () => {
  const door = createDoor();
  const code = `
    const { workerData, parentPort } = require("node:worker_threads");
    import(workerData.built).then(({ gateOf }) => {
      gateOf(workerData.cells, workerData.ticket).enter();
      parentPort.postMessage("inside");
      for (;;);
    });`;
  const worker = new Worker(code, { eval: true, workerData: { built, cells: door.cells, ticket: ticketOf(7) } });
  await once(worker, "message");
  let written = false;
  const write = door.write(() => (written = true));
  await worker.terminate();
  expect(written).toBe(false);
  door.evict(ticketOf(8));
  expect(written).toBe(false);
  door.evict(ticketOf(7));
  await write;
  expect(written).toBe(true);
});

test("while the door is held nobody writes, and then all who waited do", async () => {
  const door = createDoor();
  const written: string[] = [];
  const open = await door.hold();
  const inside = new SharedArrayBuffer(16);
  const writer = job(door.cells, 1, inside);
  const entered = () => Atomics.load(new Int32Array(inside), 2);
  // Until it stands at the door.
  while (Atomics.load(new Int32Array(door.cells), 2) === 0) await new Promise((resolve) => setTimeout(resolve, 5));
  const writes = ["first", "second"].map((name) => door.write(() => written.push(name)));
  expect([written, entered()]).toEqual([[], 0]);
  open();
  await Promise.all(writes);
  expect(written.sort()).toEqual(["first", "second"]);
  while (entered() === 0) await new Promise((resolve) => setTimeout(resolve, 5));
  await writer.terminate();
});

test("on the server's thread nothing is written without the door, and one may write within writing", async () => {
  const door = createDoor();
  expect(() => door.gate.enter()).toThrow("without the door");
  await door.write(() => expect(() => door.gate.enter()).not.toThrow());
  await expect(door.write(() => Promise.resolve(door.write(() => "inner")))).resolves.toBe("inner");
  await expect(
    door.write(() => {
      throw new Error("broken");
    }),
  ).rejects.toThrow("broken");
  gateOf(door.cells, ticketOf(1)).enter();
  gateOf(door.cells, ticketOf(1)).leave();
  await expect(door.write(() => 1)).resolves.toBe(1);
});
