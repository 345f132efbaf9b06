import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { toast } from "sonner";
import type { Arrangement, Workspace } from "@/core/contract";
import { ask } from "../kit/api";
import { keptHere, keptLast, usualAt } from "./keptWorkspace";
import { apart } from "./placing";
import { useWorkspace } from "./useWorkspace";

jest.mock("../kit/api", () => ({ ...jest.requireActual<object>("../kit/api"), ask: jest.fn() }));
jest.mock("../shell/siblings", () => ({ tellSiblings: jest.fn(), useSiblings: jest.fn() }));
jest.mock("sonner", () => ({ toast: { error: jest.fn() } }));

const LOG: Arrangement = { version: 1, main: { panels: ["log"], shown: 0, size: 0 }, windows: [] };
const KEPT: readonly Workspace[] = [
  { id: 4, name: "Evening", arrangement: LOG, fault: null },
  { id: 7, name: "Later", arrangement: null, fault: "it was arranged by a later version of the application" },
];

function opened() {
  jest.mocked(ask).mockResolvedValue({ items: KEPT });
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  return renderHook(() => useWorkspace("desk"), { wrapper }).result;
}
const said = () => jest.mocked(toast.error).mock.calls.map(([text]) => text);

beforeEach(() => {
  jest.clearAllMocks();
  sessionStorage.clear();
  localStorage.clear();
});

test("one's own stand behind those that ship; one is chosen, arranged otherwise, and chosen again as it was kept", async () => {
  const now = opened();
  await waitFor(() => expect(now.current.offered.slice(-2).map(({ name }) => name)).toEqual(["Evening", "Later"]));
  act(() => now.current.choose(now.current.offered.at(-2)!));
  expect(now.current.current).toEqual({ of: 4, name: "Evening", arrangement: LOG, changed: false });
  act(() => now.current.arrange({ ...LOG, main: null }));
  expect(now.current.current).toMatchObject({ of: 4, changed: true, arrangement: { main: null } });
  act(() => now.current.choose(now.current.asKept!));
  expect(now.current.current).toMatchObject({ changed: false, arrangement: LOG });
});

test("one that cannot be read is not shown, and says why; what cannot be arranged leaves all as it was", async () => {
  const now = opened();
  await waitFor(() => expect(now.current.offered.at(-1)!.name).toBe("Later"));
  act(() => now.current.choose(now.current.offered.at(-1)!));
  const before = now.current.current;
  expect(before.name).toBe("Day");
  const five = ["log", "reading", "map", "sun", "spots"].reduce((all, panel) => apart(all, panel).arrangement, LOG);
  act(() => now.current.arrange(five));
  expect(now.current.current).toEqual(before);
  expect(said()).toEqual([
    "Later cannot be shown: it was arranged by a later version of the application. It is kept as it is.",
    "The panels stay as they were: there are at most four windows of panels.",
  ]);
});

test("what another position chooses afterwards is that one's own", async () => {
  const now = opened();
  await waitFor(() => expect(now.current.offered.at(-1)!.name).toBe("Later"));
  // Another tab has its own session, and shares what was chosen last.
  act(() => keptLast.desk.set({ ...usualAt("contest"), name: "Of another tab" }));
  expect(now.current.current.name).toBe("Day");
  expect(keptHere.desk.get()?.name).toBe("Day");
});
