import { kept } from "../kit/kept";

/** How loud the practice air is in this browser, 0 to 1. */
export const VOLUME = kept(
  "practice-volume",
  0.7,
  () => localStorage,
  (data) => (typeof data === "number" && data >= 0 && data <= 1 ? data : null),
);
