import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import type { Job } from "@/core/contract";
import { FakeEventSource } from "../testing/fakeEventSource";
import { ask } from "./api";
import { useJob } from "./useJob";
import { LiveOf } from "./useLive";

jest.mock("./api", () => ({ ...jest.requireActual<object>("./api"), ask: jest.fn() }));

const job = (id: number, state: Job["state"], done: number): Job => ({
  id,
  logbookId: 1,
  kind: "undo",
  service: null,
  title: "Undo",
  state,
  progress: { done, total: 10 },
  report: null,
  problem: null,
  startedAt: "2026-11-23T21:00:00Z",
  endedAt: null,
});

let answers: Map<number, (job: Job) => void>;
beforeEach(() => {
  FakeEventSource.install();
  answers = new Map();
  jest.mocked(ask).mockImplementation((_, options) => {
    const { jobId } = (options as { params: { jobId: number } }).params;
    return new Promise((resolve) => answers.set(jobId, resolve));
  });
});

function watched(first: number | null) {
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>
      <LiveOf logbookId={1} after="" />
      {children}
    </QueryClientProvider>
  );
  return renderHook(({ id }) => useJob(id, "undo"), { wrapper, initialProps: { id: first } });
}
const tell = (one: Job) => act(() => FakeEventSource.all[0]!.says({ type: "job", job: one }));

test("what is told while it runs is newer than what was answered, and its end stays", async () => {
  const { result } = watched(1);
  tell(job(1, "running", 2));
  expect(result.current?.progress.done).toBe(2);
  act(() => answers.get(1)!(job(1, "running", 1)));
  await waitFor(() => expect(result.current?.progress.done).toBe(2));
  tell(job(2, "running", 9));
  expect(result.current?.progress.done).toBe(2);
  tell(job(1, "done", 10));
  expect(result.current?.state).toBe("done");
});

test("of another job nothing is shown that was told of the one before", async () => {
  const { result, rerender } = watched(1);
  tell(job(1, "done", 10));
  expect(result.current?.id).toBe(1);
  rerender({ id: 2 });
  expect(result.current).toBeNull();
  act(() => answers.get(2)!(job(2, "running", 0)));
  await waitFor(() => expect(result.current?.id).toBe(2));
  rerender({ id: null });
  expect(result.current).toBeNull();
});
