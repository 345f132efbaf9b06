import fc from "fast-check";
import { createPracticeAir, type Emission, practiceRules, type PracticeSettings, PRACTICE_TASKS } from ".";
import { simulatedRun } from "./simulated";

const AT = Date.UTC(2026, 10, 29) / 1000;
const SETTINGS: PracticeSettings = {
  task: "patient",
  contest: "OMBU-ZONE",
  speed: 24,
  strength: "strong",
  noise: "quiet",
  stations: 1,
  minutes: 5,
  seed: 3,
};

/** An air, and an operator on it: what is sent to him after he has sent something. */
function begin(change: Partial<PracticeSettings> = {}) {
  const settings = { ...SETTINGS, ...change };
  const rules = practiceRules(settings.contest);
  const air = createPracticeAir({ settings, rules, ownCall: "CX3QUA", startedAt: AT });
  let now = 0;
  const listen = (seconds: number): Emission[] => air.advance((now += seconds));
  return {
    air,
    listen,
    send: (text: string, seconds = 4): Emission[] => {
      air.begin(now);
      const during = listen(3);
      air.sent(text, now - 3, now, 24);
      return [...during, ...listen(seconds)];
    },
  };
}
const texts = (emissions: readonly Emission[]) => emissions.map(({ text }) => text);

/** A caller who neither misses nor slips, by the seed. */
function answered(change: Partial<PracticeSettings> = {}) {
  for (let seed = 0; ; seed++) {
    const run = begin({ ...change, seed });
    const [caller] = run.send("CQ TEST CX3QUA CX3QUA");
    if (caller !== undefined) return { ...run, caller, call: caller.by };
  }
}

describe("one who answers", () => {
  it("gives his call, then his exchange, and is worked when he is thanked", () => {
    const { air, send, caller, call } = answered();
    expect(caller.text.split(" ")).toContain(call);
    expect(air.phase()).toBe("called");
    const [reply] = send(`${call} 5NN 13`);
    expect(reply!.text).toMatch(/5NN \d+$/);
    expect(air.phase()).toBe("sent");
    expect(air.truths()).toEqual([]);
    send("TU CX3QUA", 0);
    expect(air.truths()).toMatchObject([{ call, ours: "CX3QUA", values: { zone: reply!.text.split(" ").at(-1) } }]);
  });

  it("sends his call again to a part of it, and to one that is nearly his; to another one he says nothing", () => {
    for (const heard of ["AGN?", "?"]) {
      const { send, call } = answered();
      expect(texts(send(heard))[0]).toContain(call);
    }
    for (const part of [(call: string) => `${call.slice(-3)}?`, (call: string) => `${call.slice(0, 3)}?`]) {
      const { send, call } = answered();
      expect(texts(send(part(call)))[0]).toContain(call);
    }
    const near = answered();
    const wrong = `${near.call.slice(0, -1)}${near.call.endsWith("X") ? "Y" : "X"}`;
    expect(texts(near.send(`${wrong} 5NN 13`))[0]).toContain(near.call);
    expect(near.air.truths()).toEqual([]);
    const other = answered();
    for (const text of texts(other.send("ZZ9ZZZ 5NN 13", 8))) expect(text).toBe(other.call);
  });

  it("sends his exchange as often as he is asked, and asks for ours where it was not whole", () => {
    const { send, call } = answered();
    expect(texts(send(`${call} 5NN`))).toEqual(["AGN?"]);
    const [first] = texts(send(`${call} 5NN 13`));
    const words = first!.split(" ").slice(-2).join(" ");
    expect(texts(send("AGN"))).toEqual([words]);
    expect(texts(send("NR?"))).toEqual([words]);
    for (const asked of ["CALL?", `${call.slice(0, 3)}?`]) expect(texts(send(asked))).toEqual([`${call} ${call}`]);
  });

  it("sends slower when he is asked to, with what he sent, down to what anybody reads", () => {
    const { send, call, caller } = answered();
    const [slower] = send("QRS");
    expect(slower!.text).toContain(call);
    expect(slower!.speed / caller.speed).toBeCloseTo(0.75, 1);
    const [reply] = send(`${call} 5NN 13`);
    expect(reply!.speed).toBe(slower!.speed);
    const [again] = send("PSE QRS");
    expect(reply!.text).toContain(again!.text);
    for (let turn = 0; turn < 8; turn++) send("QRS");
    expect(send("QRS")[0]!.speed).toBe(8);
  });

  it("asks whether he is in the log, and takes it so in the end", () => {
    const { air, send, listen, call } = answered();
    send(`${call} 5NN 13`);
    expect(texts(listen(12))).toContain("R?");
    listen(300);
    expect(air.truths()).toMatchObject([{ call }]);
  });

  it("calls again where he hears nothing, and gives up", () => {
    const { air, listen, call } = answered({ task: "run", stations: 1 });
    const calls = listen(400).filter(({ by }) => by === call);
    expect(calls.length).toBeGreaterThan(0);
    expect(calls.length).toBeLessThanOrEqual(5);
    expect(air.phase()).toBe("quiet");
  });
});

it("has a pile-up call all at once, of whom one answers to his call", () => {
  let answers = 0;
  for (let seed = 0; seed < 10; seed++) {
    const { send } = begin({ task: "pileUp", stations: 8, seed });
    const callers = send("CQ TEST CX3QUA CX3QUA", 2.5);
    expect(new Set(callers.map(({ by }) => by)).size).toBeGreaterThan(3);
    const first = callers[0]!;
    expect(callers.some((one) => one !== first && one.from < first.to)).toBe(true);
    const exchanges = send(`${first.by} 5NN 13`, 8).filter(({ text }) => /5NN \S+$/.test(text));
    for (const { by } of exchanges) expect(by).toBe(first.by);
    answers += exchanges.length;
  }
  expect(answers).toBeGreaterThan(4);
});

describe("those who call along the band", () => {
  const search = { task: "search", stations: 5 } as const;
  /** Waits until a station has called, and listens. */
  function heardCalling(seed: number) {
    const run = begin({ ...search, seed });
    const caller = run.listen(6).find(({ text }) => text.startsWith("CQ"))!;
    run.air.tune(caller.frequencyHz);
    run.listen(Math.max(0, caller.to - 6) + 0.1);
    return { ...run, caller };
  }

  it("answer who is on their frequency, and nobody beside it", () => {
    const { air, send, caller } = heardCalling(1);
    air.tune(caller.frequencyHz + 300);
    expect(send("CX3QUA").filter(({ text }) => text.includes("CX3QUA"))).toEqual([]);
    let answers = 0;
    for (let seed = 0; seed < 20; seed++) {
      const run = heardCalling(seed);
      const [answer] = run.send("CX3QUA").filter(({ by, text }) => by === run.caller.by && text.startsWith("CX3QUA"));
      if (answer === undefined) continue;
      answers++;
      run.listen(6);
      run.send("R 5NN 13");
      expect(run.air.truths()).toMatchObject([{ call: run.caller.by, frequencyHz: run.caller.frequencyHz }]);
    }
    expect(answers).toBeGreaterThan(8);
  });

  it("say that one was worked before, and are followed by others in time", () => {
    for (let seed = 0; ; seed++) {
      const run = heardCalling(seed);
      const answer = run.send("CX3QUA").find(({ by, text }) => by === run.caller.by && text.startsWith("CX3QUA"));
      if (answer === undefined) continue;
      run.listen(6);
      run.send("R 5NN 13");
      const again = Array.from({ length: 12 }, () => run.send("CX3QUA", 6)).flat();
      expect(again.some(({ text }) => text === "CX3QUA QSO B4")).toBe(true);
      run.listen(120);
      expect(run.listen(60).some(({ by }) => by === run.caller.by)).toBe(false);
      return;
    }
  });
});

it.each(PRACTICE_TASKS)(
  "$label: the same seed makes the same run, and everybody who is worked was heard",
  ({ id, most }) => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 2 ** 32 - 1 }),
        fc.constantFrom(null, "OMBU-ZONE", "MAREAS-FIELD"),
        (seed, contest) => {
          const settings = { ...SETTINGS, task: id, stations: most, seed, contest };
          const once = () =>
            simulatedRun({ settings, rules: practiceRules(contest), ownCall: "CX3QUA", startedAt: AT, careless: 0 });
          const run = once();
          expect(once()).toEqual(run);
          for (const { call, from, at } of run.truths) {
            expect(from).toBeLessThanOrEqual(at);
            expect(run.emissions.some(({ by }) => by === call)).toBe(true);
          }
          for (const { from, to, by } of run.emissions) {
            expect(to).toBeGreaterThan(from);
            // Nobody sends twice at once.
            expect(run.emissions.filter((one) => one.by === by && one.from < to && one.to > from)).toHaveLength(1);
          }
        },
      ),
      { numRuns: 8 },
    );
  },
);
