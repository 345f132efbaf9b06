import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { toast } from "sonner";
import type { AwardProgress } from "@/core/contract";
import { awards as listEndpoint } from "@/core/contract/endpoints/awards";
import { ask } from "../kit/api";
import { LiveOf } from "../kit/useLive";
import { FakeEventSource } from "../testing/fakeEventSource";
import { useAwards, useFollow } from "./useAwards";

jest.mock("../kit/api", () => ({ ...jest.requireActual<object>("../kit/api"), ask: jest.fn() }));

const none = { worked: 0, confirmed: 0 };
/** What the server has, and what it answers to a press once it does. */
let listed: AwardProgress[];
let answerPress: (error: Error | null) => void;

beforeEach(() => {
  FakeEventSource.install();
  listed = [
    { award: "cqZones", rules: null, followed: false, ...none, deleted: none, claimed: 0, granted: 0, isCounted: true },
  ];
  jest.spyOn(toast, "error").mockReturnValue(1);
  jest.mocked(ask).mockImplementation((endpoint) => {
    if ((endpoint as unknown) === listEndpoint) return Promise.resolve({ items: listed.map((one) => ({ ...one })) });
    return new Promise((resolve, reject) => (answerPress = (error) => (error === null ? resolve({}) : reject(error))));
  });
});

function shown() {
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>
      <LiveOf logbookId={1} after="" />
      {children}
    </QueryClientProvider>
  );
  return renderHook(() => ({ awards: useAwards(1).awards, follow: useFollow(1) }), { wrapper });
}

test("a press shows at once, and stays as the server has it", async () => {
  const { result } = shown();
  await waitFor(() => expect(result.current.awards).toHaveLength(1));
  const pressed = result.current.follow(result.current.awards![0]!);
  await waitFor(() => expect(result.current.awards![0]!.followed).toBe(true));
  listed[0]!.followed = true;
  await act(async () => {
    answerPress(null);
    await pressed;
  });
  expect(result.current.awards![0]!.followed).toBe(true);
  expect(toast.error).not.toHaveBeenCalled();
});

test("where it is refused, what is shown goes back, and why is said", async () => {
  const { result } = shown();
  await waitFor(() => expect(result.current.awards).toHaveLength(1));
  const pressed = result.current.follow(result.current.awards![0]!);
  await waitFor(() => expect(result.current.awards![0]!.followed).toBe(true));
  await act(async () => {
    answerPress(new Error("the server cannot be reached"));
    await pressed;
  });
  await waitFor(() => expect(result.current.awards![0]!.followed).toBe(false));
  expect(toast.error).toHaveBeenCalledWith("the server cannot be reached");
});
