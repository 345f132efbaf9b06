import { ALERT_WAYS, type AlertFacts } from "@/core/alert";
import { BROWSER_WAYS, isBrowserWay } from "./browserWays";

const ALERT: AlertFacts = {
  call: "P5QUZ",
  frequencyHz: 14_025_000,
  band: "20m",
  mode: "CW",
  submode: null,
  why: "fresh: North Korea was never worked",
  chance: "good",
  reason: "LU5QTN heard it just now, 210 km from here",
};
const call = (way: keyof typeof BROWSER_WAYS, onClick = () => {}) => BROWSER_WAYS[way](ALERT, onClick);
const put = (what: object) => Object.assign(window, what);
const take = (name: string) => Reflect.deleteProperty(window, name);
afterEach(() => {
  jest.useRealTimers();
  for (const name of ["AudioContext", "speechSynthesis", "SpeechSynthesisUtterance", "Notification"]) take(name);
});

test("each way but those of the page and the server is one of the browser", () => {
  const others = ALERT_WAYS.map(({ id }) => id).filter((way) => !isBrowserWay(way));
  expect(others).toEqual(["page", "mail"]);
});

test("three tones rise one after the other; a browser that holds sounds back is said to", async () => {
  const tones: { frequency: number; from: number; until: number }[] = [];
  let isHeldBack = false;
  const close = jest.fn(() => Promise.resolve());
  class AudioContext {
    currentTime = 0;
    destination = {};
    close = close;
    resume = () => (isHeldBack ? new Promise(() => {}) : Promise.resolve());
    createGain = () => ({ gain: { value: 1 }, connect: () => {} });
    createOscillator() {
      const tone = { frequency: 0, from: 0, until: 0 };
      tones.push(tone);
      return {
        frequency: {
          set value(hertz: number) {
            tone.frequency = hertz;
          },
        },
        onended: () => {},
        connect: () => {},
        start: (at: number) => void (tone.from = at),
        stop(at: number) {
          tone.until = at;
          queueMicrotask(() => this.onended());
        },
      };
    }
  }
  put({ AudioContext });
  await call("sound");
  expect(tones).toHaveLength(3);
  expect(
    tones.every(
      ({ frequency, from }, at) => at === 0 || (frequency > tones[at - 1]!.frequency && from === tones[at - 1]!.until),
    ),
  ).toBe(true);
  expect(close).toHaveBeenCalledTimes(1);

  jest.useFakeTimers();
  isHeldBack = true;
  const held = expect(call("sound")).rejects.toThrow("holds sounds back until a key is pressed");
  await jest.runAllTimersAsync();
  await held;
  expect(close).toHaveBeenCalledTimes(2);
});

test("a voice says the call letter by letter; none, one that is not allowed and one that never begins are said to be so", async () => {
  await expect(call("speech")).rejects.toThrow("This browser has no voice.");
  const said: Record<string, (event: { error: string }) => void>[] = [];
  let how: "well" | "not-allowed" | "never" = "well";
  const cancel = jest.fn();
  put({
    SpeechSynthesisUtterance: class {
      constructor(readonly text: string) {}
    },
    speechSynthesis: {
      cancel,
      speak(words: Record<string, (event: { error: string }) => void>) {
        said.push(words);
        if (how === "never") return;
        words.onstart!({ error: "" });
        if (how === "well") words.onend!({ error: "" });
        else words.onerror!({ error: how });
      },
    },
  });
  await call("speech");
  expect(said[0]!.text).toContain("Papa 5 Quebec Uniform Zulu. 20 metres CW");
  how = "not-allowed";
  await expect(call("speech")).rejects.toThrow("holds its voice back");
  how = "never";
  jest.useFakeTimers();
  const silent = expect(call("speech")).rejects.toThrow("does not begin");
  await jest.runAllTimersAsync();
  await silent;
  expect(cancel).toHaveBeenCalledTimes(1);
});

test("a notification leads back here; where the browser shows none it is said why", async () => {
  await expect(call("desktop")).rejects.toThrow("shows no notifications");
  const shown: { title: string; onclick?: () => void }[] = [];
  const close = jest.fn();
  let permission = "granted";
  class Notification {
    static get permission() {
      return permission;
    }
    static requestPermission = () => Promise.resolve(permission);
    close = close;
    constructor(readonly title: string) {
      shown.push(this);
    }
  }
  put({ Notification, focus: jest.fn() });
  const goThere = jest.fn();
  await call("desktop", goThere);
  expect(shown.map(({ title }) => title)).toEqual(["P5QUZ, 20 m CW, 14 025.00 kHz"]);
  shown[0]!.onclick!();
  expect([goThere, close].map(({ mock }) => mock.calls.length)).toEqual([1, 1]);
  permission = "denied";
  await expect(call("desktop")).rejects.toThrow("is told to show no notifications");
  permission = "default";
  await expect(call("desktop")).rejects.toThrow("press Test beside this way");
  expect(shown).toHaveLength(1);
});
