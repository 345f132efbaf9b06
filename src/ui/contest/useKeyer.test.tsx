import { act, renderHook, waitFor } from "@testing-library/react";
import { ask } from "../kit/api";
import { useKeyer } from "./useKeyer";

jest.mock("../kit/api", () => ({ ask: jest.fn(() => Promise.resolve({ id: 1 })) }));
jest.mock("../kit/useLive", () => ({ useLive: () => {} }));
jest.mock("../shell/radio", () => ({ useRadio: () => null }));
jest.mock("../shell/useLinks", () => ({ useLinks: () => ({ links: [{ id: 3, role: "keyer", on: true }] }) }));

const orders = () =>
  jest.mocked(ask).mock.calls.map(([, asked]) => (asked as { body: { do: string; text?: string } }).body);
const texts = () => orders().flatMap((order) => (order.do === "send" ? [order.text] : []));
afterEach(() => jest.clearAllMocks());

test("a message that waits for its serial keeps its place before one that was asked for later", async () => {
  const { result } = renderHook(() => useKeyer("left"));
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
  const { result } = renderHook(() => useKeyer("left"));
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
