import { act, renderHook } from "@testing-library/react";
import { useAddress } from "./useAddress";

jest.mock("next/navigation", () => ({ useSearchParams: () => new URLSearchParams(window.location.search) }));

const begin = (address: string) => {
  window.history.replaceState(null, "", address);
  return renderHook(() => useAddress()).result;
};
const address = () => window.location.pathname + window.location.search;

test("parts are set, changed and left out, and the others stay", () => {
  const hook = begin("/log?view=3&find=anna");
  act(() => hook.current[1]({ contact: "17" }));
  expect(address()).toBe("/log?view=3&find=anna&contact=17");
  act(() => hook.current[1]({ view: null, find: "a&b = ü" }));
  expect(new URLSearchParams(window.location.search).get("find")).toBe("a&b = ü");
  expect(address()).toMatch(/^\/log\?find=[^&]*&contact=17$/);
  act(() => hook.current[1]({ find: null, contact: null }));
  expect(address()).toBe("/log");
});

test("each step can be gone back to, what is none cannot, and nothing new is no step", () => {
  const hook = begin("/log");
  const steps = window.history.length;
  act(() => hook.current[1]({ find: "a" }, "replace"));
  act(() => hook.current[1]({ find: "an" }, "replace"));
  expect([address(), window.history.length]).toEqual(["/log?find=an", steps]);
  act(() => hook.current[1]({ contact: "5" }));
  expect(window.history.length).toBe(steps + 1);
  act(() => hook.current[1]({ contact: "5", find: "an" }));
  expect(window.history.length).toBe(steps + 1);
});
