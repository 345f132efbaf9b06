import { blockOf } from "@/core/signal";
import { receiverText } from "./receiverText";

const LINE = {
  id: 1,
  hertz: 14_021_300,
  kind: "morse",
  speed: 21,
  shiftHz: 0,
  isInverted: false,
  isByHand: false,
  text: "CQ DE CX3QUA ",
  sure: "9".repeat(13),
  at: 1000,
};

function served(...bodies: readonly (Uint8Array | string)[]) {
  const asked: string[] = [];
  const left: AbortSignal[] = [];
  const waiting = [...bodies];
  globalThis.fetch = (to, how) => {
    asked.push(to as string);
    left.push(how!.signal!);
    const body = waiting.shift();
    return body === undefined ? new Promise(() => {}) : Promise.resolve(new Response(body as BodyInit));
  };
  return { asked, left };
}
const until = (is: () => boolean) =>
  new Promise<void>((resolve) => {
    const look = () => (is() ? resolve() : setTimeout(look, 5));
    look();
  });

const { fetch: before } = globalThis;
afterEach(() => (globalThis.fetch = before));

test("what is read is told as long as somebody looks; who looks second looks at the same", async () => {
  const { asked, left } = served(blockOf({ lines: [LINE] }));
  const store = receiverText(1);
  const seen: string[] = [];
  const leave = store.subscribe(() => seen.push(...store.get().lines.map(({ text }) => text)));
  const leaveToo = receiverText(1).subscribe(() => {});
  await until(() => seen.length > 0);
  expect(seen).toEqual(["CQ DE CX3QUA "]);
  expect(asked).toEqual(["/api/v1/links/1/text"]);
  leave();
  expect(left[0]!.aborted).toBe(false);
  leaveToo();
  expect(left[0]!.aborted).toBe(true);
  expect(store.get()).toEqual({ lines: [], failure: null });
});

test("where it ends, or is something else, that is said", async () => {
  served("<!doctype html>\n");
  const store = receiverText(2);
  const leave = store.subscribe(() => {});
  await until(() => store.get().failure !== null);
  expect(store.get().failure).toContain("What came is nothing of a receiver");
  leave();
});
