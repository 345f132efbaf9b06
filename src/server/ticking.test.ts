import { ticking } from "./ticking";

test("ending waits for what is being done, and nothing more is done after it", async () => {
  let [begun, done] = [0, 0];
  let [begin, finish] = [() => {}, () => {}];
  const working = new Promise<void>((resolve) => (begin = resolve));
  const finished = new Promise<void>((resolve) => (finish = resolve));
  const work = async () => {
    begun++;
    begin();
    await finished;
    done++;
  };
  const end = ticking(1, work, () => {});
  await working;
  const ended = end();
  expect(done).toBe(0);
  finish();
  await ended;
  expect([begun, done]).toEqual([1, 1]);
});

test("what fails is told, and the next time comes all the same", async () => {
  const faults: unknown[] = [];
  let times = 0;
  await new Promise<void>((resolve) => {
    const end = ticking(
      1,
      () => {
        if (++times === 2) void end().then(resolve);
        return Promise.reject(new Error(`time ${times}`));
      },
      (error) => faults.push((error as Error).message),
    );
  });
  expect(faults).toEqual(["time 1", "time 2"]);
});
