import { act, render, screen } from "@testing-library/react";
import { EMPTY_DRAFT } from "./draft";
import { useKeptDraft } from "./useKeptDraft";

const KEY = "draft-1";
const kept = (call: string) => JSON.stringify({ ...EMPTY_DRAFT, call });
function Line() {
  const [draft] = useKeptDraft(1);
  return <input aria-label="Call" value={draft.call} onChange={() => undefined} />;
}
const call = () => screen.getByLabelText<HTMLInputElement>("Call").value;

/** A lock as the browser has it, which a tab that is still closing may hold. */
function heldBefore() {
  const wanted: (() => unknown)[] = [];
  let isFree = false;
  Object.defineProperty(navigator, "locks", {
    configurable: true,
    value: {
      request: (_name: string, _options: object, take: () => unknown) =>
        new Promise((resolve) => {
          const grant = () => resolve(take());
          if (isFree) grant();
          else wanted.push(grant);
        }),
    },
  });
  return async () => {
    isFree = true;
    await act(async () => wanted.splice(0).forEach((grant) => grant()));
  };
}
beforeEach(() => {
  localStorage.clear();
  sessionStorage.clear();
});

test("what a tab that is closing has kept is there as soon as it is closed", async () => {
  const close = heldBefore();
  render(<Line />);
  // It is written while the tab goes.
  localStorage.setItem(KEY, kept("OY4QSD"));
  expect(call()).toBe("");
  await close();
  expect(call()).toBe("OY4QSD");
});

test("what was typed here meanwhile stays", async () => {
  const close = heldBefore();
  localStorage.setItem(KEY, kept("OY4QSD"));
  render(<Line />);
  sessionStorage.setItem(KEY, kept("LU9QUB"));
  await close();
  expect(call()).toBe("");
});

test("a page that is loaded again has its own, not that of the tab before", async () => {
  const close = heldBefore();
  localStorage.setItem(KEY, kept("OY4QSD"));
  sessionStorage.setItem(KEY, kept("LU9QUB"));
  render(<Line />);
  await close();
  expect(call()).toBe("LU9QUB");
});
