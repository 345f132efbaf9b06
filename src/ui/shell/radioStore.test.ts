import type { Link } from "@/core/contract";
import { type RadioChange, UNKNOWN_RADIO } from "@/core/radio";
import { createRadioStore, type RadioSetting } from "./radioStore";

const START: RadioSetting = { frequencyHz: 21_025_300, band: "15m", mode: "CW", submode: null };
const STATE = { ...UNKNOWN_RADIO, frequencyHz: 14_025_000, mode: "CW" as const, watts: 100 };
const PETREL = {
  id: 1,
  name: "Petrel",
  radio: { state: STATE, modes: ["CW", "USB", "LSB"] },
} as unknown as Link;

/** A store with a radio that answers when it is let. */
function shack() {
  const told: RadioChange[] = [];
  const answers: { done: () => void; refuse: (error: Error) => void }[] = [];
  const refused: string[] = [];
  const keptSettings: RadioSetting[] = [];
  let frame: (() => void) | null = null;
  let painted = 0;
  const store = createRadioStore({
    start: START,
    keep: (setting) => keptSettings.push(setting),
    tell: (_, change) => {
      told.push(change);
      return new Promise<void>((done, refuse) => answers.push({ done, refuse }));
    },
    refused: (error) => refused.push(error.message),
    rttyAsSound: () => false,
    paint: (work) => (frame = work),
  });
  store.subscribe(() => painted++);
  return {
    store,
    told,
    refused,
    keptSettings,
    paints: () => {
      frame?.();
      frame = null;
      return painted;
    },
    answer: async (fault?: string) => {
      const { done, refuse } = answers.shift()!;
      if (fault === undefined) done();
      else refuse(new Error(fault));
      await Promise.resolve().then(() => {});
      await new Promise((resolve) => setTimeout(resolve));
    },
  };
}

test("without a radio what is typed holds; with one what it says; without it again what it said last", () => {
  const { store } = shack();
  store.type({ band: "40m", frequencyHz: null });
  expect(store.get()).toMatchObject({ band: "40m", frequencyHz: null, bandBefore: "15m", state: null });
  store.follow(PETREL);
  expect(store.get()).toMatchObject({ band: "20m", frequencyHz: 14_025_000, mode: "CW", bandBefore: "40m" });
  store.heard({ frequencyHz: 7_100_000, mode: "LSB" });
  expect(store.get()).toMatchObject({ band: "40m", frequencyHz: 7_100_000, mode: "SSB", submode: null });
  store.follow({ ...PETREL, radio: null });
  expect(store.get()).toMatchObject({ band: "40m", frequencyHz: 7_100_000, mode: "SSB", state: null });
});

test("off the bands there is no frequency to log, and the band stays", () => {
  const { store } = shack();
  store.follow(PETREL);
  store.heard({ frequencyHz: 9_500_000 });
  expect(store.get()).toMatchObject({ band: "20m", frequencyHz: null, state: { frequencyHz: 9_500_000 } });
});

test("what it is told holds at once; what is turned while it answers goes in one, and what it refuses is taken back", async () => {
  const { store, told, answer, refused } = shack();
  store.follow(PETREL);
  for (const frequencyHz of [14_025_010, 14_025_020, 14_025_030]) store.turn({ frequencyHz });
  store.turn({ watts: 50 });
  expect(store.get().frequencyHz).toBe(14_025_030);
  expect(told).toEqual([{ frequencyHz: 14_025_010 }]);
  await answer();
  expect(told[1]).toEqual({ frequencyHz: 14_025_030, watts: 50 });
  expect(store.get().state).toMatchObject({ frequencyHz: 14_025_030, watts: 50 });
  await answer("it does not tune there");
  expect(refused).toEqual(["it does not tune there"]);
  expect(store.get().state).toMatchObject({ frequencyHz: 14_025_010, watts: 100 });
});

test("what somebody else turned while it answers holds; what it says late of our own does not", async () => {
  const { store, answer } = shack();
  store.follow(PETREL);
  store.turn({ frequencyHz: 14_031_000 });
  store.heard({ frequencyHz: 14_031_000 });
  store.heard({ frequencyHz: 14_044_000 });
  expect(store.get().frequencyHz).toBe(14_031_000);
  await answer();
  expect(store.get().frequencyHz).toBe(14_044_000);

  store.turn({ frequencyHz: 14_010_000 });
  await answer();
  store.turn({ frequencyHz: 14_020_000 });
  store.heard({ frequencyHz: 14_010_000 });
  await answer();
  expect(store.get().frequencyHz).toBe(14_020_000);
  // Another field of the same change is ours.
  store.turn({ frequencyHz: 14_030_000, watts: 50 });
  store.heard({ frequencyHz: 14_050_000 });
  await answer();
  expect(store.get().state).toMatchObject({ frequencyHz: 14_050_000, watts: 50 });
});

test("many changes are painted once, and kept only where band or mode is another", () => {
  const { store, paints, keptSettings } = shack();
  store.follow(PETREL);
  paints();
  const before = keptSettings.length;
  for (let turn = 0; turn < 50; turn++) store.heard({ frequencyHz: 14_025_000 + turn * 10 });
  expect(paints()).toBe(2);
  expect(keptSettings).toHaveLength(before);
  store.heard({ frequencyHz: 7_010_000 });
  expect(keptSettings.at(-1)).toMatchObject({ band: "40m" });
});

test("a contact has where one transmits, and where one listens if elsewhere, and the power", () => {
  const { store } = shack();
  expect(store.logged()).toEqual(START);
  store.follow(PETREL);
  expect(store.logged()).toEqual({ frequencyHz: 14_025_000, band: "20m", mode: "CW", submode: null, power: 100 });
  store.heard({ secondHz: 7_010_000, split: true });
  expect(store.logged()).toMatchObject({ frequencyHz: 7_010_000, band: "40m", frequencyReceivedHz: 14_025_000 });
  store.heard({ split: false });
  expect(store.logged().frequencyReceivedHz).toBeUndefined();
});

test("another radio begins anew", async () => {
  const { store, told, answer } = shack();
  store.follow(PETREL);
  store.turn({ frequencyHz: 14_030_000 });
  store.turn({ frequencyHz: 14_031_000 });
  store.follow({ ...PETREL, id: 2, radio: { ...PETREL.radio!, state: { ...STATE, frequencyHz: 3_510_000 } } });
  expect(store.get().frequencyHz).toBe(3_510_000);
  await answer();
  expect(told).toHaveLength(1);
  expect(store.get().frequencyHz).toBe(3_510_000);
});
