import { partsOf } from "@/core/contest";
import { type Emission, practiceRules, practiceRunInputSchema, type PracticeSettings } from "@/core/practice";
import { keyed, USUAL_KEYING } from "@/core/signal";
import { createSession } from "./session";

const SETTINGS: PracticeSettings = {
  task: "patient",
  contest: "OMBU-ZONE",
  speed: 24,
  strength: "strong",
  noise: "quiet",
  stations: 1,
  minutes: 2,
  seed: 5,
};

function begin(change: Partial<PracticeSettings> = {}) {
  const settings = { ...SETTINGS, ...change };
  const rules = practiceRules(settings.contest);
  const played: Emission[] = [];
  const down: { from: number; to: number }[] = [];
  const session = createSession({
    settings,
    rules,
    ownCall: "CX3QUA",
    parts: partsOf(rules, "outside"),
    startedAt: 1_795_000_000,
  });
  session.hear({
    play: (emission) => played.push(emission),
    key: (from, to) => down.push({ from, to }),
    cut: (at) => void down.splice(0, down.length, ...down.filter(({ to }) => to <= at)),
    tune: () => {},
  });
  let now = 0;
  const wait = (seconds: number, step = 0.05) => {
    for (const until = now + seconds; now < until - 1e-9;) session.tick((now = Math.min(until, now + step)));
  };
  wait(0.1);
  return { session, played, down, wait, now: () => now };
}

it("keys a text as Morse is, and is answered when it is out", () => {
  const { session, down, wait, played } = begin();
  const text = "CQ TEST CX3QUA CX3QUA";
  session.send(text, 24, false);
  wait(1);
  expect(session.view().sending).toBe(true);
  expect(text.startsWith(session.view().sent)).toBe(true);
  wait(14);
  expect(session.view()).toMatchObject({ sending: false, sent: text });
  let at = down[0]!.from;
  const wanted = keyed(text, { ...USUAL_KEYING, speed: 24 }).flatMap((letter) => {
    const begins = at;
    at += letter.lasts / 1000;
    return letter.down.map(({ from, to }) => [begins + from / 1000, begins + to / 1000]);
  });
  expect(down).toHaveLength(wanted.length);
  down.forEach(({ from, to }, index) => {
    expect(from).toBeCloseTo(wanted[index]![0]!, 6);
    expect(to).toBeCloseTo(wanted[index]![1]!, 6);
  });
  expect(played.length).toBeGreaterThan(0);
});

it("breaks off: nobody heard what did not go out, and no tone is left", () => {
  const { session, down, wait, now } = begin();
  session.send("CQ TEST CX3QUA CX3QUA", 24, false);
  wait(1);
  session.stop();
  expect(down.every(({ to }) => to <= now() + 1e-9)).toBe(true);
  const { sent } = session.view();
  wait(3);
  expect(session.view()).toMatchObject({ sending: false, sent });
  const own = session.finish().emissions.filter(({ by }) => by === "CX3QUA");
  expect(own.map(({ text }) => text)).toEqual([sent]);
});

it("sends what is typed as it is typed: what has gone out stays, what waits can be corrected", () => {
  const { session, wait } = begin();
  session.send("CQ", 24, true);
  wait(3);
  expect(session.view()).toMatchObject({ sending: true, sent: "CQ" });
  session.change("XX TEST CX3QUB", true);
  session.change("XX TEST CX3QUA", true);
  wait(8);
  expect(session.view()).toMatchObject({ sending: true, sent: "CQ TEST CX3QUA" });
  session.change("CQ TEST CX3QUA ", false);
  wait(2);
  expect(session.view().sending).toBe(false);
});

it("hears what is keyed by hand, and is answered", () => {
  const { session, wait, played, now } = begin();
  for (const { down, lasts } of keyed("CQ TEST CX3QUA", { ...USUAL_KEYING, speed: 24 })) {
    let at = 0;
    for (const { from, to } of down) {
      wait((from - at) / 1000, 0.01);
      const side = to - from > 100 ? "dash" : "dot";
      session.paddle(side, true, now());
      wait(0.01);
      session.paddle(side, false, now());
      at = from + 10;
    }
    wait((lasts - at) / 1000, 0.01);
  }
  wait(6);
  expect(session.view()).toMatchObject({ sending: false });
  const own = session.finish().emissions.filter(({ by }) => by === "CX3QUA");
  expect(own.map(({ text }) => text.trim())).toEqual(["CQ TEST CX3QUA"]);
  expect(played.length).toBeGreaterThan(0);
});

it("keeps what is logged, gives the last one back, and is over in time", () => {
  const { session, wait } = begin({ minutes: 1 });
  session.log({ call: "PY2QTA", values: { zone: "11" }, frequencyHz: 14_030_000 });
  session.log({ call: "LU1QTB", values: { zone: "13" }, frequencyHz: 14_030_000 });
  expect(session.undo()).toBe("LU1QTB");
  expect(session.view()).toMatchObject({ contacts: [{ call: "PY2QTA" }], isOver: false });
  wait(60);
  expect(session.view()).toMatchObject({ left: 0, isOver: true });
  const run = session.finish();
  expect(practiceRunInputSchema.parse(run)).toMatchObject({ seconds: 60, logged: [{ call: "PY2QTA" }] });
});

it("counts who was logged and is not thanked yet when the run ends, and nobody else", () => {
  const run = (isLogged: boolean) => {
    const { session, wait, played } = begin();
    session.send("CQ TEST CX3QUA", 40, false);
    wait(10);
    const { by } = played[0]!;
    session.send(`${by} 5NN 13`, 40, false);
    wait(10);
    expect(session.view().phase).toBe("sent");
    if (isLogged) session.log({ call: by, values: { report: "599", zone: "11" }, frequencyHz: 14_030_000 });
    return session.finish().truths.map(({ call }) => call === by);
  };
  expect(run(true)).toEqual([true]);
  expect(run(false)).toEqual([]);
});

it("breaks off what is keyed by hand as well: what went out was heard", () => {
  const { session, down, wait, now } = begin();
  session.paddle("dash", true, now());
  session.paddle("dash", false, now());
  wait(0.3, 0.01);
  expect(session.view()).toMatchObject({ sending: true, sent: "T" });
  session.stop();
  expect(session.view()).toMatchObject({ sending: false, sent: "T" });
  expect(down.every(({ to }) => to <= now() + 1e-9)).toBe(true);
  expect(session.finish().emissions.map(({ text }) => text)).toEqual(["T"]);
});

it("is at its end, and not hours behind it, when the computer has slept", () => {
  const { session, played } = begin({ task: "search", stations: 12, minutes: 1 });
  session.tick(8 * 3600);
  expect(session.view()).toMatchObject({ left: 0, isOver: true });
  expect(played.every(({ from }) => from < 80)).toBe(true);
  expect(session.finish().seconds).toBe(60);
});
