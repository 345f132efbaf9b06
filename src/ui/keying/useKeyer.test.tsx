import { act, renderHook, waitFor } from "@testing-library/react";
import { ask } from "../kit/api";
import { holdLease } from "./lease";
import { useKeyer } from "./useKeyer";

jest.mock("../kit/api", () => ({ ask: jest.fn(() => Promise.resolve({ id: 1 })) }));
jest.mock("../kit/useLive", () => ({ useLive: () => {} }));
jest.mock("../shell/radio", () => ({
  useRadio: (select: (radio: object) => unknown) => select({ link: null, mode: mockMode }),
}));
jest.mock("./lease", () => ({ holdLease: jest.fn() }));
jest.mock("../shell/useLinks", () => ({
  useLinks: () => ({ links: [{ id: 3, role: "keyer", on: true, keysIn: ["CW", "RTTY"] }] }),
}));

let mockMode = "CW";
afterEach(() => (mockMode = "CW"));

const orders = () =>
  jest.mocked(ask).mock.calls.map(([, asked]) => (asked as { body: { do: string; text?: string } }).body);
const texts = () => orders().flatMap((order) => (order.do === "send" ? [order.text] : []));
afterEach(() => jest.clearAllMocks());

test("a message that waits for its serial keeps its place before one that was asked for later", async () => {
  const { result } = renderHook(() => useKeyer());
  const gone: string[] = [];
  let serial: (text: string) => void = () => {};
  act(() => {
    result.current.send(new Promise((resolve) => (serial = resolve)), (text) => gone.push(text));
    result.current.send("TU CX9QTH", (text) => gone.push(text));
  });
  await act(() => Promise.resolve());
  expect(texts()).toEqual([]);
  expect(result.current.sending).toBe(true);
  await act(async () => {
    serial("5NN 001");
    await Promise.resolve();
  });
  await waitFor(() => expect(texts()).toEqual(["5NN 001", "TU CX9QTH"]));
  expect(gone).toEqual(["5NN 001", "TU CX9QTH"]);
});

test("what waits for its turn when it is stopped does not go out any more", async () => {
  const { result } = renderHook(() => useKeyer());
  let serial: (text: string) => void = () => {};
  act(() => {
    result.current.send(new Promise((resolve) => (serial = resolve)), () => {});
    result.current.send("TU CX9QTH", () => {});
  });
  act(() => result.current.stop());
  await act(async () => {
    serial("5NN 001");
    await Promise.resolve();
  });
  act(() => result.current.send("CQ CX9QTH", () => {}));
  await waitFor(() => expect(texts()).toEqual(["CQ CX9QTH"]));
  expect(orders()[0]).toEqual({ do: "stop" });
});

test("a message in RTTY stands on a line of its own, and the page says that it is there as long as it goes out", async () => {
  mockMode = "RTTY";
  const { result } = renderHook(() => useKeyer());
  act(() => result.current.send("CQ TEST CX9QTH", () => {}));
  await waitFor(() => expect(holdLease).toHaveBeenCalledWith(3));
  expect(orders()).toMatchObject([{ do: "send", mode: "RTTY", text: "\r\nCQ TEST CX9QTH ", more: false }]);
});

test("what is typed begins a transmission that goes on, and changes what waits", async () => {
  const { result } = renderHook(() => useKeyer());
  await act(async () => expect(await result.current.begin("CQ")).toBe(1));
  act(() => result.current.change("CQ DE", false));
  expect(orders()).toMatchObject([
    { do: "send", text: "CQ", more: true, mode: "CW" },
    { do: "text", text: "CQ DE", more: false },
  ]);
});
