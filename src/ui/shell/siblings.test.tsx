import { act, renderHook } from "@testing-library/react";
import type { Picked } from "./tuning";
import { pickAnywhere, pickLater, usePicker } from "./siblings";

/** A channel to the other windows, of which a test says what they hear and answer. */
class FakeChannel {
  static told: { is: string; number: number }[] = [];
  static answer: ((news: { is: string; number: number }) => void) | null = null;
  onmessage: ((event: { data: unknown }) => void) | null = null;
  postMessage(news: { is: string; number: number }) {
    FakeChannel.told.push(news);
    if (FakeChannel.answer !== null && news.is === "pick")
      this.onmessage?.({ data: { is: "picked", number: news.number } });
  }
}
Object.assign(globalThis, { BroadcastChannel: FakeChannel });
const station = (call: string): Picked => ({ call, frequencyHz: 14_025_000, band: "20m" });

test("a station is gone to in this window, in another one, or as soon as this one has an entry line", async () => {
  jest.useFakeTimers();
  const nowhere = pickAnywhere(station("P5QUZ"));
  await jest.runAllTimersAsync();
  expect(await nowhere).toBe(false);
  FakeChannel.answer = () => {};
  expect(await pickAnywhere(station("P5QUZ"))).toBe(true);
  expect(FakeChannel.told.map(({ is }) => is)).toEqual(["pick", "pick"]);

  pickLater(station("3Y0QUZ"));
  const picked: (string | null)[] = [];
  const { unmount } = renderHook(() => usePicker(({ call }) => picked.push(call)));
  expect(picked).toEqual(["3Y0QUZ"]);
  await act(async () => expect(await pickAnywhere(station("BS7QUZ"))).toBe(true));
  expect(picked).toEqual(["3Y0QUZ", "BS7QUZ"]);
  expect(FakeChannel.told).toHaveLength(2);
  unmount();
  expect(await pickAnywhere(station("VP8QUZ"))).toBe(true);
  expect(picked).toHaveLength(2);
});
