import { Worker } from "node:worker_threads";
import { saidBy } from "./saidBy";

const thread = (code: string) =>
  new Worker(`const { parentPort } = require("node:worker_threads"); ${code}`, { eval: true });

test("the first thing that a thread says is its answer, also where it ends at once", async () => {
  await expect(saidBy(thread("parentPort.postMessage(1); parentPort.postMessage(2);"))).resolves.toBe(1);
});

test("a thread that fails, or ends without a word, leaves nobody waiting", async () => {
  await expect(saidBy(thread('throw new Error("no disk");'))).rejects.toThrow("no disk");
  await expect(saidBy(thread(""))).rejects.toThrow("it ended in the middle");
  const stuck = thread("setInterval(() => {}, 1000);");
  const said = saidBy(stuck);
  await stuck.terminate();
  await expect(said).rejects.toThrow("it ended in the middle");
});
