import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import type { LiveEvent, SpotView } from "@/core/contract";
import { ApiProblem, ask } from "../kit/api";
import { LiveOf } from "../kit/useLive";
import { FakeEventSource } from "../testing/fakeEventSource";
import { useSpots } from "./useSpots";

jest.mock("../kit/api", () => ({ ...jest.requireActual<object>("../kit/api"), ask: jest.fn() }));
const stream = () => FakeEventSource.all[0]!;
const tell = (event: LiveEvent) => stream().says(event);

const spot = (id: number, remark = "") => ({ id, call: `DL${id}QTA`, remark }) as SpotView;
const news = (spots: SpotView[], gone: number[] = [], logbookId = 1): LiveEvent => ({
  type: "spots",
  logbookId,
  spots,
  gone,
});
let answer: (items: SpotView[]) => void = () => {};
let refuse: (error: Error) => void = () => {};

function looked() {
  FakeEventSource.install();
  jest.mocked(ask).mockImplementation(
    () =>
      new Promise((resolve, reject) => {
        answer = (items) => resolve({ items });
        refuse = reject;
      }),
  );
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>
      <LiveOf logbookId={1} after="" />
      {children}
    </QueryClientProvider>
  );
  const { result } = renderHook(() => useSpots(1), { wrapper });
  const shown = () => [...result.current.spots.values()].map(({ id, remark }) => `${id}${remark}`);
  return { result, shown };
}

test("what comes while the answer is on its way is newer than the answer", async () => {
  const { result, shown } = looked();
  act(() => tell(news([spot(2, " new"), spot(4)], [3])));
  act(() => answer([spot(1), spot(2, " old"), spot(3)]));
  await waitFor(() => expect(result.current.loaded).toBe(true));
  expect(shown()).toEqual(["1", "2 new", "4"]);
});

test("afterwards what is new comes, what is gone goes, and another logbook's is nothing here", async () => {
  const { result, shown } = looked();
  act(() => answer([spot(1), spot(2)]));
  await waitFor(() => expect(result.current.loaded).toBe(true));
  act(() => tell(news([spot(3), spot(1, " up 2")], [2])));
  act(() => tell(news([spot(9)], [1], 2)));
  await waitFor(() => expect(shown()).toEqual(["1 up 2", "3"]));
});

test("a contest that is turned on has them asked for again, and where it shuts them off none is left", async () => {
  const { result, shown } = looked();
  act(() => answer([spot(1)]));
  await waitFor(() => expect(shown()).toEqual(["1"]));
  act(() => tell({ type: "contest", logbookId: 1, entryId: 1, what: "entry" }));
  const details = { type: "about:blank", title: "Spots are off", status: 409, detail: "spots are off" };
  act(() => refuse(new ApiProblem(details)));
  await waitFor(() => expect(result.current.error?.message).toBe("spots are off"));
  expect([result.current.loaded, shown()]).toEqual([false, []]);
});

test("what came before the stream was opened, or while it was broken, is asked for", async () => {
  const { shown } = looked();
  act(() => answer([spot(1)]));
  await waitFor(() => expect(shown()).toEqual(["1"]));
  act(() => stream().opens());
  act(() => answer([spot(1), spot(2)]));
  await waitFor(() => expect(shown()).toEqual(["1", "2"]));
  act(() => stream().breaks());
  act(() => stream().opens());
  act(() => answer([spot(3)]));
  await waitFor(() => expect(shown()).toEqual(["3"]));
});

test("an answer on whose way the stream was opened may have missed something: it is asked for again", async () => {
  const { result, shown } = looked();
  act(() => stream().opens());
  await act(async () => answer([spot(1)]));
  expect(result.current.loaded).toBe(false);
  act(() => tell(news([spot(3)])));
  act(() => answer([spot(1), spot(2)]));
  await waitFor(() => expect(shown()).toEqual(["1", "2", "3"]));
});
