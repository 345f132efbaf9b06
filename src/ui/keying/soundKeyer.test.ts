import { misprints, printed, rttyTonesOn } from "@/core/signal";
import { createSoundKeyer, type SoundNews } from "./soundKeyer";
import type { SoundOutput } from "./soundOutput";

const RATE = 8000;
const PIECE = 160;
const TONES = rttyTonesOn("lower");

/** A sound output whose time goes on when it is told to, and that gives what its tone gives. */
function outputs() {
  let [now, phase] = [0, 0];
  let clock = 0;
  const open: { silentFrom: number; isClosed: boolean; lose: () => void; hear: (from: number) => void }[] = [];
  /** Sound that breaks off for a moment, seconds. */
  let broken: readonly [from: number, to: number] = [-1, -1];

  function make(): SoundOutput {
    const tones: { at: number; hertz: number }[] = [];
    let [next, hertz] = [0, 0];
    let take: Parameters<SoundOutput["listen"]>[0] = () => {};
    const one = {
      silentFrom: 0,
      isClosed: false,
      lose: () => {},
      hear(from: number) {
        const samples = new Float32Array(PIECE);
        for (let index = 0; index < PIECE; index++) {
          const at = from + index / RATE;
          while (next < tones.length && tones[next]!.at <= at) hertz = tones[next++]!.hertz;
          phase += (2 * Math.PI * hertz) / RATE;
          const isSilent = at >= one.silentFrom || (at >= broken[0] && at < broken[1]);
          samples[index] = isSilent ? 0 : 0.3 * Math.sin(phase);
        }
        take({ samples, at: from });
      },
    };
    open.push(one);
    return {
      rate: RATE,
      now: () => now,
      tone: (hertz, at) => void tones.push({ at, hertz }),
      soundUntil: (at) => void (one.silentFrom = at),
      listen: (listener) => void (take = listener),
      onLost: (listener) => void (one.lose = listener),
      close: () => void (one.isClosed = true),
    };
  }
  async function goOn(seconds: number) {
    for (const until = now + seconds; now < until;) {
      const from = now;
      now += PIECE / RATE;
      clock += (PIECE / RATE) * 1000;
      for (const one of open) if (!one.isClosed) one.hear(from);
      await Promise.resolve();
    }
  }
  return {
    open: () => Promise.resolve(make()),
    all: open,
    goOn,
    clock: () => clock,
    now: () => now,
    breakOff: (from: number, to: number) => (broken = [from, to]),
  };
}

/** A radio's transmit switch that writes down what it is told. */
function transmitSwitch() {
  const told: string[] = [];
  let answers: () => Promise<boolean> = () => Promise.resolve(true);
  return {
    told,
    isOn: () => told.findLast((order) => order !== "here") === "on",
    answer: (how: () => Promise<boolean>) => (answers = how),
    radio: {
      on: () => Promise.resolve(told.push("on")),
      here() {
        told.push("here");
        return answers();
      },
      off: () => Promise.resolve(told.push("off")),
    },
  };
}

function shack() {
  const sound = outputs();
  const transmit = transmitSwitch();
  const keyer = createSoundKeyer(sound.clock, 20);
  const news: SoundNews[] = [];
  const leave = keyer.subscribe((one) => news.push(one));
  const options = { open: sound.open, tones: TONES, radio: transmit.radio };
  return {
    ...{ sound, transmit, keyer, news, leave },
    send: (text: string, more = false) => keyer.send(text, more, options),
    sent: () => news.flatMap((one) => (one.is === "letter" ? [one.letter] : [])).join(""),
    ended: () => news.filter(({ is }) => is !== "letter" && is !== "read"),
    read: () => news.findLast((one) => one.is === "read"),
  };
}
let made: ReturnType<typeof shack>;
beforeEach(() => (made = shack()));
afterEach(() => made.leave());

test("a text goes out with the radio's transmit switch, and is read from its own sound", async () => {
  const { send, sound, transmit, sent, ended, read } = made;
  const id = await send("\r\nCX9QTH 599 014 ");
  expect(transmit.told).toEqual(["on"]);
  await sound.goOn(8);
  expect(sent()).toBe("\r\nCX9QTH 599 014 ");
  expect(ended()).toEqual([{ is: "done", id }]);
  expect(
    printed(
      read()!.signs.flatMap(({ codes }) => codes),
      true,
    ),
  ).toBe("\r\nCX9QTH 599 014 ");
  expect(misprints(read()!.signs)).toEqual([]);
  expect(sound.all[0]!.isClosed).toBe(true);
  expect(transmit.isOn()).toBe(false);
});

test("a sound that breaks off is said as what the other end prints", async () => {
  const { send, sound, read } = made;
  await send("UR 599 K ");
  // In the shift to figures: behind the lead, five codes later.
  sound.breakOff(0.25 + (4 * 7.5) / 45.45, 0.25 + (5 * 7.5) / 45.45);
  await sound.goOn(4);
  expect(misprints(read()!.signs)).toEqual([{ meant: "599", prints: "TOO" }]);
});

test("what waits is corrected, and it goes on until it is told that no more comes", async () => {
  const { send, sound, keyer, sent, ended, transmit } = made;
  await send("CQ", true);
  await sound.goOn(5);
  expect(sent()).toBe("CQ");
  expect(ended()).toEqual([]);
  keyer.change("CQ DE CX3QUB", true);
  keyer.change("CQ DE CX3QUA ", false);
  expect(transmit.isOn()).toBe(true);
  await sound.goOn(4);
  expect(sent()).toBe("CQ DE CX3QUA ");
  expect(ended()).toMatchObject([{ is: "done" }]);
});

test("it says that it is there twice a second, and ends when the radio does not transmit for it any more", async () => {
  const { send, sound, transmit, ended } = made;
  await send("RYRYRYRYRYRYRYRYRYRY");
  await sound.goOn(1.1);
  expect(transmit.told).toEqual(["on", "here", "here"]);
  transmit.answer(() => Promise.resolve(false));
  await sound.goOn(0.6);
  expect(ended()).toMatchObject([
    { is: "broken", text: expect.stringContaining("does not transmit any more") as string },
  ]);
  expect(sound.all[0]!.isClosed).toBe(true);
});

test("a server that is gone ends it within two seconds, and so does an output that is pulled out", async () => {
  const { send, sound, transmit, ended, news } = made;
  await send("RYRYRYRYRYRYRYRYRYRY");
  transmit.answer(() => Promise.reject(new Error("gone")));
  await sound.goOn(2);
  expect(ended()).toMatchObject([{ is: "broken", text: expect.stringContaining("server") as string }]);
  news.length = 0;
  transmit.answer(() => Promise.resolve(true));
  await send("RYRYRYRYRYRYRYRYRYRY");
  await sound.goOn(0.2);
  sound.all[1]!.lose();
  expect(ended()).toMatchObject([{ is: "broken", text: expect.stringContaining("pulled out") as string }]);
  expect(transmit.isOn()).toBe(false);
});

test("a page that stands still falls silent by itself", async () => {
  const { send, sound } = made;
  await send("RYRYRYRYRYRYRYRYRYRY");
  await sound.goOn(0.5);
  expect(sound.all[0]!.silentFrom - sound.now()).toBeLessThanOrEqual(1);
});

test("stopped before it began, it does not begin, and the radio is left alone or turned off", async () => {
  const { send, keyer, sound, transmit, sent } = made;
  const begun = send("CQ");
  keyer.stop();
  await begun;
  await sound.goOn(1);
  expect(sent()).toBe("");
  expect(transmit.isOn()).toBe(false);
  expect(sound.all.every(({ isClosed }) => isClosed)).toBe(true);
});

test("another text takes the place of the one that is sent", async () => {
  const { send, sound, sent, ended, transmit } = made;
  await send("RYRYRYRYRYRYRYRYRYRY");
  await sound.goOn(0.5);
  const id = await send("TU ");
  await sound.goOn(2);
  expect(sent()).toMatch(/^R.*TU $/);
  expect(ended()).toEqual([{ is: "done", id }]);
  expect(transmit.told.filter((order) => order !== "here")).toEqual(["on", "off", "on", "off"]);
});

test("an output that cannot be opened, and a radio that refuses, are said, and the next text begins anew", async () => {
  const { keyer, sound, transmit, sent } = made;
  const gone = () => Promise.reject(new Error("The sound output that was chosen is not there"));
  await expect(keyer.send("CQ", false, { open: gone, tones: TONES, radio: transmit.radio })).rejects.toThrow(
    "not there",
  );
  const busy = { ...transmit.radio, on: () => Promise.reject(new Error("sends for another window just now")) };
  await expect(keyer.send("CQ", false, { open: sound.open, tones: TONES, radio: busy })).rejects.toThrow(
    "another window",
  );
  expect(sound.all.every(({ isClosed }) => isClosed)).toBe(true);
  await made.send("K ");
  await sound.goOn(1.5);
  expect(sent()).toBe("K ");
});

test("a sign that there is not, and a text that is too long, are refused before anything sounds", async () => {
  const { send, keyer, sound, transmit, sent } = made;
  await expect(send("599 @ 73")).rejects.toThrow("RTTY has no sign for @");
  await expect(send("RY".repeat(5000))).rejects.toThrow("at most 500 signs");
  expect([sound.all, transmit.told]).toEqual([[], []]);
  await send("K", true);
  keyer.change("K @", false);
  keyer.change("KN", false);
  await sound.goOn(2);
  expect(sent()).toBe("KN");
});

test("whoever types on and sends nothing is ended at the limit; nobody who listens ends it at once", async () => {
  const { send, sound, ended, transmit, leave } = made;
  await send("CQ", true);
  await sound.goOn(21);
  expect(ended()).toMatchObject([{ is: "limit" }]);
  await send("CQ", true);
  leave();
  expect(transmit.isOn()).toBe(false);
});
