import { act, render, screen } from "@testing-library/react";
import { z } from "zod";
import { kept, useKept } from "./kept";

const count = kept<number>(
  "count",
  1,
  () => localStorage,
  (data) => z.number().safeParse(data).data ?? null,
);
function Count() {
  return <p>count {useKept(count)}</p>;
}
/** As another window does it, of which this one hears by an event. */
function another(key: string, text: string, storageArea = localStorage) {
  storageArea.setItem(key, text);
  act(() => void window.dispatchEvent(new StorageEvent("storage", { key, newValue: text, storageArea })));
}

test("what another window keeps is shown here; what is not understood, or something else's, is not", () => {
  const { unmount } = render(<Count />);
  screen.getByText("count 1");
  act(() => count.set(2));
  screen.getByText("count 2");
  another("count", "3");
  screen.getByText("count 3");
  another("other", "4");
  another("count", "5", sessionStorage);
  screen.getByText("count 3");
  another("count", "{}");
  screen.getByText("count 1");
  unmount();
  localStorage.setItem("count", "6");
  window.dispatchEvent(new StorageEvent("storage", { key: "count", storageArea: localStorage }));
  render(<Count />);
  screen.getByText("count 6");
});
