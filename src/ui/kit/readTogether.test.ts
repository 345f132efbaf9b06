import { readTogether } from "./readTogether";

/** Locks as a browser has them: one holds it, the others wait for their turn. */
function locksOfBrowser(): Pick<LockManager, "request"> {
  const turns = new Map<string, Promise<unknown>>();
  const request = async (name: string, { signal }: LockOptions, work: () => Promise<unknown>) => {
    const aborted = new Promise<never>((_, reject) =>
      signal!.addEventListener("abort", () => reject(new DOMException("left", "AbortError"))),
    );
    const before = turns.get(name) ?? Promise.resolve();
    const mine = Promise.race([before, aborted]).then(() => {
      signal!.throwIfAborted();
      return work();
    });
    const over = Promise.allSettled([before, mine]);
    turns.set(name, over);
    return mine;
  };
  return { request: request as LockManager["request"] };
}

const { navigator: before } = globalThis as { navigator?: unknown };
const withNavigator = (navigator: unknown) =>
  Object.defineProperty(globalThis, "navigator", { value: navigator, configurable: true });
beforeEach(() => withNavigator({ locks: locksOfBrowser() }));
afterEach(() => withNavigator(before));

const until = (is: () => boolean) =>
  new Promise<void>((resolve) => {
    const look = () => (is() ? resolve() : setTimeout(look, 2));
    look();
  });

/** A window that reads together with others. */
function opened(name: string) {
  const left = new AbortController();
  const heard: string[] = [];
  let give: ((piece: string) => void) | null = null;
  let fail: (error: Error) => void = () => {};
  const ended = readTogether<string>(
    name,
    (giving) =>
      new Promise((_, reject) => {
        give = giving;
        fail = reject;
        left.signal.addEventListener("abort", () => reject(new DOMException("left", "AbortError")));
      }),
    (piece) => heard.push(piece),
    left.signal,
  ).catch((error: Error) => error.name);
  return {
    heard,
    ended,
    left,
    reads: () => give !== null,
    give: (piece: string) => give!(piece),
    fail: (e: Error) => fail(e),
  };
}

test("one reads, all hear; who comes later hears what was said last, once; another goes on when it is closed", async () => {
  const first = opened("a");
  await until(first.reads);
  const second = opened("a");
  first.give("one");
  await until(() => second.heard.length > 0);
  const third = opened("a");
  await until(() => third.heard.length > 0);
  expect([first.heard, second.heard, third.heard]).toEqual([["one"], ["one"], ["one"]]);
  expect(second.reads() || third.reads()).toBe(false);
  first.left.abort();
  expect(await first.ended).toBe("AbortError");
  await until(second.reads);
  second.give("two");
  await until(() => third.heard.length > 1);
  expect(third.heard).toEqual(["one", "two"]);
  expect(first.heard).toEqual(["one"]);
  // What fails is said where it failed, and another tries.
  second.fail(new TypeError("broken"));
  expect(await second.ended).toBe("TypeError");
  await until(third.reads);
  third.left.abort();
  await third.ended;
});

test("what is of another name is not heard, and without locks each window reads by itself", async () => {
  const [one, other] = [opened("b"), opened("c")];
  await until(() => one.reads() && other.reads());
  one.give("one");
  expect(other.heard).toEqual([]);
  withNavigator({});
  const alone = opened("b");
  await until(alone.reads);
  alone.give("alone");
  expect([alone.heard, one.heard]).toEqual([["alone"], ["one"]]);
  for (const { left, ended } of [one, other, alone]) {
    left.abort();
    await ended;
  }
});
