import { act, render } from "@testing-library/react";
import { FakeEventSource } from "../testing/fakeEventSource";
import { LiveOf, useLive } from "./useLive";

function Listener({ hear }: { hear: (type: string) => void }) {
  useLive((event) => hear(event.type === "outbox" ? `outbox ${event.waiting}` : event.type));
  return null;
}

const heard: string[] = [];
const page = (logbookId: number, listeners = 1) => (
  <>
    <LiveOf logbookId={logbookId} after="a.7" />
    {Array.from({ length: listeners }, (_, at) => (
      <Listener key={at} hear={(what) => heard.push(`${at} ${what}`)} />
    ))}
  </>
);
const waits = (waiting: number) => ({ type: "outbox", logbookId: 1, service: "lantern", waiting }) as const;

beforeEach(() => {
  FakeEventSource.install();
  heard.length = 0;
});

test("all who listen share one stream, of the logbook that the page is about, closed with the last of them", () => {
  const { rerender, unmount } = render(page(7, 2));
  const [stream] = FakeEventSource.all;
  expect(FakeEventSource.all).toHaveLength(1);
  const { searchParams } = new URL(stream!.url, "http://farol.test");
  expect([searchParams.get("logbook"), searchParams.get("after")]).toEqual(["7", "a.7"]);
  act(() => stream!.opens());
  act(() => stream!.says(waits(3)));
  expect(heard.splice(0)).toEqual(["0 opened", "1 opened", "0 outbox 3", "1 outbox 3"]);

  rerender(page(7, 1));
  expect(stream!.readyState).toBe(1);
  act(() => stream!.says(waits(4)));
  expect(heard).toEqual(["0 outbox 4"]);
  unmount();
  expect(stream!.readyState).toBe(2);
});

test("what one listener cannot do keeps what happened from no other, and is thrown all the same", () => {
  const thrown = jest.spyOn(globalThis, "queueMicrotask").mockImplementation(() => {});
  const broken = () => {
    throw new Error("broken");
  };
  render(
    <>
      <Listener hear={broken} />
      {page(1)}
    </>,
  );
  const [stream] = FakeEventSource.all;
  act(() => stream!.says(waits(3)));
  expect(heard).toEqual(["0 outbox 3"]);
  expect(thrown.mock.calls.map(([task]) => task)).toContainEqual(expect.any(Function));
  const [task] = thrown.mock.calls.at(-1)!;
  thrown.mockRestore();
  expect(task).toThrow("broken");
});

test("another logbook has a stream of its own, and nothing is heard of the one before", () => {
  const { rerender } = render(page(1));
  rerender(page(2));
  expect(FakeEventSource.all.map(({ readyState }) => readyState === 2)).toEqual([true, false]);
  expect(FakeEventSource.all[1]!.url).toContain("logbook=2");
});

test("a connection that breaks is told once, and its return; what was missed the server says", () => {
  render(page(1));
  const [stream] = FakeEventSource.all;
  act(() => stream!.opens());
  expect(heard.splice(0)).toEqual(["0 opened"]);
  act(() => stream!.breaks());
  act(() => stream!.breaks());
  act(() => stream!.opens());
  act(() => stream!.says({ type: "missed" }));
  act(() => stream!.says(waits(1)));
  expect(heard).toEqual(["0 lost", "0 opened", "0 missed", "0 outbox 1"]);
});

test("a stream that was refused is tried for again, and then is back", () => {
  jest.useFakeTimers();
  try {
    render(page(1));
    act(() => FakeEventSource.all[0]!.refused());
    expect(FakeEventSource.all).toHaveLength(1);
    act(() => void jest.runOnlyPendingTimers());
    expect(FakeEventSource.all).toHaveLength(2);
    act(() => FakeEventSource.all[1]!.refused());
    act(() => void jest.runOnlyPendingTimers());
    act(() => FakeEventSource.all[2]!.opens());
    expect(heard).toEqual(["0 lost", "0 opened"]);
  } finally {
    jest.useRealTimers();
  }
});
