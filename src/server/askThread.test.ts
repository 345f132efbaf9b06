import { Worker } from "node:worker_threads";
import { askThread } from "./askThread";

/** A thread that doubles; 0 ends it, a negative number is too much for it, 13 it does not like. */
const DOUBLING = `
  const { parentPort } = require("node:worker_threads");
  parentPort.on("message", ({ number, question }) => {
    if (question === 0) process.exit(0);
    if (question < 0) throw new Error("too much");
    parentPort.postMessage(question === 13 ? { number, fault: "bad luck" } : { number, answer: question * 2 });
  });`;

function doubling() {
  let begun = 0;
  const thread = askThread<number>(() => {
    begun++;
    return new Worker(DOUBLING, { eval: true });
  });
  return { thread, begun: () => begun };
}

test("questions are answered by one thread, each to who asked it; a fault is told, and the thread goes on", async () => {
  const { thread, begun } = doubling();
  expect(await Promise.all([1, 2, 3].map((one) => thread.ask<number>(one)))).toEqual([2, 4, 6]);
  await expect(thread.ask(13)).rejects.toThrow("bad luck");
  expect(await thread.ask(5)).toBe(10);
  expect(begun()).toBe(1);
  thread.close();
});

test.each([
  ["dies of a fault", -1, "too much"],
  ["ends", 0, "the thread ended before it answered"],
])("a thread that %s leaves nobody waiting, and the next question begins another", async (_, question, said) => {
  const { thread, begun } = doubling();
  const asked = [thread.ask(question), thread.ask(7)];
  for (const one of await Promise.allSettled(asked))
    expect(one).toMatchObject({ status: "rejected", reason: { message: said } });
  expect(await thread.ask(4)).toBe(8);
  expect(begun()).toBe(2);
  thread.close();
});

test("a thread that is closed answers nobody more", async () => {
  const { thread } = doubling();
  const asked = thread.ask(1);
  thread.close();
  await expect(asked).rejects.toThrow("the thread ended");
});

test("a thread is forgotten while nobody waits for it, and begins anew", async () => {
  const { thread, begun } = doubling();
  await thread.ask(1);
  thread.forget();
  expect(await thread.ask(2)).toBe(4);
  const waiting = thread.ask(3);
  thread.forget();
  expect(await waiting).toBe(6);
  expect(begun()).toBe(2);
  thread.close();
});
