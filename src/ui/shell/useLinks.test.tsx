import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import type { Link } from "@/core/contract";
import { UNKNOWN_RADIO } from "@/core/radio";
import { ask } from "../kit/api";
import { LiveOf } from "../kit/useLive";
import { FakeEventSource } from "../testing/fakeEventSource";
import { useFreshLinks, useLinks } from "./useLinks";

jest.mock("../kit/api", () => ({ ...jest.requireActual<object>("../kit/api"), ask: jest.fn() }));
const link = (id: number, name: string, frequencyHz: number | null = null): Link =>
  ({ id, name, radio: frequencyHz === null ? null : { state: { ...UNKNOWN_RADIO, frequencyHz } } }) as unknown as Link;

test("links are as they are told of last, also where the answer is older, and where nobody heard yet", async () => {
  FakeEventSource.install();
  let answer: (items: Link[]) => void = () => {};
  jest.mocked(ask).mockImplementation(() => new Promise((resolve) => (answer = (items) => resolve({ items }))));
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>
      <LiveOf logbookId={1} after="" />
      {children}
    </QueryClientProvider>
  );
  const { result } = renderHook(() => (useFreshLinks(), useLinks()), { wrapper });
  const stream = FakeEventSource.all[0]!;
  const shown = () => result.current.links.map(({ name, radio }) => `${name} ${radio?.state.frequencyHz ?? ""}`);

  act(() => stream.opens());
  // Asked for before the stream was opened.
  await act(async () => answer([]));
  act(() => stream.says({ type: "link", linkId: 1, news: { is: "radio", change: { frequencyHz: 14_018_000 } } }));
  act(() => stream.says({ type: "link", linkId: 3, link: link(3, "Foghorn") }));
  act(() => stream.says({ type: "link", linkId: 2, link: null }));
  act(() => answer([link(1, "Petrel", 14_300_000), link(2, "Heron")]));
  await waitFor(() => expect(shown()).toEqual(["Petrel 14018000", "Foghorn "]));

  act(() => stream.says({ type: "link", linkId: 2, link: link(2, "Heron") }));
  await waitFor(() => expect(shown()).toEqual(["Petrel 14018000", "Heron ", "Foghorn "]));
});
