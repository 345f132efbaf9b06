import { parseLicence } from "@/core/band";
import type { Link } from "@/core/contract";
import { type RadioChange, UNKNOWN_RADIO } from "@/core/radio";
import { toast } from "sonner";
import { ask } from "../kit/api";
import { createRadioStore } from "./radioStore";
import { tuningOf } from "./tuning";

jest.mock("../keying/lease", () => ({ holdLease: jest.fn() }));
jest.mock("../kit/api", () => ({ ask: jest.fn(() => Promise.resolve({ id: null, stopped: [] })) }));
jest.mock("../kit/tabId", () => ({ tabId: () => "left" }));
jest.mock("sonner", () => ({ toast: Object.assign(jest.fn(), { warning: jest.fn(), error: jest.fn() }) }));

const warned = jest.mocked(toast.warning);
const asked = jest.mocked(ask);
const link = (id: number, name: string, modes: string[]): Link =>
  ({
    id,
    name,
    radio: {
      state: { ...UNKNOWN_RADIO, frequencyHz: 14_025_000, mode: "CW", transmitting: false },
      modes,
      tells: [],
      transmits: true,
    },
  }) as unknown as Link;
const PETREL = link(1, "Petrel", ["CW", "USB", "LSB"]);

/** A radio that does what it is told, without anything around it. */
function shack(followed: Link | null = PETREL) {
  const told: RadioChange[] = [];
  const store = createRadioStore({
    start: { frequencyHz: 21_025_300, band: "15m", mode: "CW", submode: null },
    keep: () => {},
    tell: (_, change) => Promise.resolve(told.push(change)),
    refused: () => {},
    rttyAsSound: () => false,
    paint: (work) => work(),
  });
  store.follow(followed);
  const { tuning, surround } = tuningOf(store);
  const chosen: (number | null)[] = [];
  const around = (licence: string | null = null, radios: readonly Link[] = [PETREL], known = true) => {
    const read = parseLicence(licence ?? "");
    const licensed = licence !== null && read.ok ? read.segments : undefined;
    surround({ region: 2, licensed, radios, known, choose: (id) => chosen.push(id) });
  };
  around();
  return { store, tuning, told, chosen, around };
}

beforeEach(() => {
  jest.useFakeTimers({ now: Date.UTC(2026, 10, 27) });
});
afterEach(() => {
  jest.useRealTimers();
  jest.clearAllMocks();
});

test.each([
  ["SSB", null, { mode: "USB" }],
  ["FT8", null, { mode: "USB" }],
  ["MFSK", "FT4", { mode: "USB" }],
  ["RTTY", null, { mode: "LSB" }],
] as const)("a radio in CW that %s %s is chosen for is set so, and that mode is logged", (mode, submode, change) => {
  const { tuning, told } = shack();
  tuning.set({ mode, submode });
  expect(told).toEqual([change]);
  expect(tuning.logged()).toMatchObject({ mode, submode });
});

test("a mode that the radio has nothing for is refused, and nothing changes", () => {
  const { tuning, told } = shack();
  tuning.set({ mode: "FM", submode: null });
  expect(toast.error).toHaveBeenCalledWith("Petrel has no mode for FM.", { id: "radio" });
  expect([told, tuning.now().mode]).toEqual([[], "CW"]);
});

test("outside of the allocation the second asking within some seconds is taken as meant, and no other", () => {
  const { tuning, store } = shack();
  expect(tuning.mayBegin()).toBe(true);
  store.heard({ frequencyHz: 14_000_000 });
  expect([tuning.mayBegin(), tuning.mayBegin(), tuning.mayBegin()]).toEqual([false, true, false]);
  expect(warned.mock.calls[0]![0]).toContain("the signal reaches over the edge of 20 m");
  jest.advanceTimersByTime(6000);
  expect(tuning.mayBegin()).toBe(false);
  store.heard({ frequencyHz: 7_000_000 });
  expect(tuning.mayBegin()).toBe(false);
});

test("what is silent does not begin, however often it is asked, until that ends; what transmits can be stopped", () => {
  const { tuning, store } = shack();
  const end = tuning.silence("You practise.");
  tuning.transmit();
  tuning.transmit();
  expect([tuning.mayBegin(), warned.mock.calls[0]]).toEqual([false, ["You practise.", { id: "licence" }]]);
  expect(asked).not.toHaveBeenCalled();
  store.heard({ transmitting: true });
  tuning.transmit();
  expect(asked.mock.calls.map(([endpoint]) => endpoint.path)).toEqual([expect.stringMatching(/stop/) as string]);
  store.heard({ transmitting: false });
  end();
  tuning.transmit();
  expect(asked).toHaveBeenCalledTimes(2);
});

test("it is held against where one sends, and against the licence", () => {
  const { tuning, store, around } = shack();
  store.heard({ split: true, secondHz: 14_400_000 });
  expect(tuning.mayBegin()).toBe(false);
  store.heard({ split: false });
  expect(tuning.mayBegin()).toBe(true);
  around("14050-14070 CW");
  expect(tuning.mayBegin()).toBe(false);
  expect(warned.mock.lastCall![0]).toContain("CW is not licensed at 14025 kHz");
});

test("the transmit key begins where one may, and ends what it began", () => {
  const { tuning, store } = shack();
  store.heard({ frequencyHz: 14_000_000 });
  tuning.transmit();
  expect(asked).not.toHaveBeenCalled();
  tuning.transmit();
  expect(asked.mock.lastCall![1]).toMatchObject({ params: { linkId: 1 }, body: { do: "transmit", on: true } });
  store.heard({ transmitting: true });
  tuning.transmit();
  expect(asked.mock.lastCall![0]).toMatchObject({ path: "links/stop" });
});

test("bands are stepped to where one was; without a radio what was typed there is remembered", () => {
  const { tuning } = shack();
  tuning.stepBand(1);
  expect(asked.mock.lastCall![1]).toMatchObject({
    body: { do: "band", band: "17m", otherwise: { frequencyHz: 18_081_500 } },
  });

  const { tuning: byHand } = shack(null);
  byHand.stepBand(1);
  expect(byHand.now()).toMatchObject({ band: "12m", frequencyHz: null });
  byHand.set({ frequencyHz: 24_900_000, band: "12m" });
  byHand.bandBack();
  expect(byHand.now()).toMatchObject({ band: "15m", frequencyHz: 21_025_300 });
  byHand.bandBack();
  expect(byHand.now()).toMatchObject({ band: "12m", frequencyHz: 24_900_000 });
});

test("the next radio is chosen of all, and it is said where there is no other", () => {
  const heron = link(2, "Heron", ["FM"]);
  const { tuning, chosen, around } = shack();
  around(null, [PETREL, heron]);
  tuning.nextRadio();
  expect(chosen).toEqual([2]);
  around(null, [PETREL]);
  tuning.nextRadio();
  expect(toast).toHaveBeenLastCalledWith("Petrel is the only radio.");
  around(null, []);
  tuning.nextRadio();
  expect(toast).toHaveBeenLastCalledWith("There is no radio yet: add one in Station.");
  expect(chosen).toEqual([2]);
});

test("a station that is picked before the radio is known is gone to as soon as it is", () => {
  const { store, tuning, told, around } = shack(null);
  around(null, [PETREL], false);
  const at = (frequencyHz: number) => ({ call: "LU4QSC", frequencyHz, band: "20m", mode: "CW" });
  tuning.goTo(at(14_050_000));
  tuning.goTo(at(14_018_000));
  store.follow(PETREL);
  expect(told).toEqual([]);
  around();
  expect(told).toEqual([{ frequencyHz: 14_018_000 }]);
  around();
  expect(told).toHaveLength(1);
});
