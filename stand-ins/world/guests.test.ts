import { createAir, type Transmission } from "./air";
import type { Guest } from "./guests";
import type { LogEntry } from "./worldLog";

const START = Date.UTC(2026, 10, 26, 20) / 1000;
const FAROL: Guest = {
  call: "CX3QUA",
  point: { latitude: -34.4, longitude: -53.8 },
  power: 60,
  gain: [3, 6],
  surroundings: "quiet",
};

/** An air on a busy evening, with what was sent and logged since it was last asked. */
function evening(seed: number) {
  let [sent, entries]: [Transmission[], LogEntry[]] = [[], []];
  const air = createAir({
    seed,
    stations: 90,
    startsAt: START,
    onTransmission: (one) => sent.push(one),
    onEntry: (one) => entries.push(one),
  });
  air.runUntil(START + 3600);
  return {
    air,
    /** Lets so many seconds pass. */
    after: (seconds: number) => {
      [sent, entries] = [[], []];
      air.runUntil(air.now + seconds);
      return { sent, entries };
    },
  };
}

/** Waits for a call to all that the guest hears well, to its end. */
function heardCq({ air, after }: ReturnType<typeof evening>): Transmission {
  for (let tries = 0; tries < 4000; tries++) {
    const cq = after(0.5).sent.find(
      (one) => one.mode === "CW" && one.text.startsWith("CQ CQ") && air.heard(one, FAROL).over > 15,
    );
    if (cq === undefined) continue;
    air.runUntil(cq.to);
    return cq;
  }
  throw new Error("nobody was heard");
}

test("a station that calls is called, gives a report, thanks for the answer, and logs it", () => {
  const lives = evening(3);
  for (let tries = 0; ; tries++) {
    const cq = heardCq(lives);
    const order = { frequencyHz: cq.frequencyHz, mode: "CW", speed: 30 } as const;
    const { to } = lives.air.send(FAROL, { ...order, text: "CX3QUA CX3QUA" });
    const { sent } = lives.after(to - lives.air.now + 30);
    const reply = sent.find(({ call, text }) => call === cq.call && text.startsWith("CX3QUA"));
    // Somebody else may have been taken first.
    if (reply === undefined && tries < 20) continue;
    expect(reply?.text).toMatch(/^CX3QUA GD UR 5\d9/);
    expect(reply!.from).toBeGreaterThanOrEqual(to);
    break;
  }
});

test("from the call to the entry in its log", () => {
  const lives = evening(5);
  for (let tries = 0; ; tries++) {
    const cq = heardCq(lives);
    const order = { frequencyHz: cq.frequencyHz + 100, mode: "CW", speed: 30 } as const;
    lives.air.send(FAROL, { ...order, text: "CX3QUA CX3QUA" });
    let reply: Transmission | undefined;
    for (let step = 0; step < 80 && reply === undefined; step++)
      reply = lives.after(0.5).sent.find(({ call, text }) => call === cq.call && text.startsWith("CX3QUA"));
    if (reply === undefined && tries < 20) continue;
    lives.air.runUntil(reply!.to);
    const answer = lives.air.send(FAROL, { ...order, text: "R UR 599 599 TU" });
    const { sent, entries } = lives.after(answer.to - lives.air.now + 15);
    expect(sent.some(({ call, text }) => call === cq.call && text.startsWith("CX3QUA TU"))).toBe(true);
    const [entry] = entries.filter(({ by, call }) => by === cq.call && call.startsWith("CX3QU"));
    expect(entry).toMatchObject({ mode: "CW", frequencyHz: cq.frequencyHz });
    return;
  }
});

test("a guest's call to all is answered; whom he answers reports and logs; what is broken off is not answered", () => {
  const lives = evening(9);
  const order = { frequencyHz: 14_049_300, mode: "CW", speed: 30 } as const;
  const callers = (sent: readonly Transmission[]) =>
    sent.filter(({ frequencyHz, call }) => frequencyHz === order.frequencyHz && call !== "CX3QUA");
  const broken = lives.air.send(FAROL, { ...order, text: "CQ CQ DE CX3QUA CX3QUA K" });
  lives.air.stop(broken.id);
  expect(lives.air.sending()).not.toContain(broken);
  expect(callers(lives.after(20).sent)).toEqual([]);
  for (let tries = 0; ; tries++) {
    const cq = lives.air.send(FAROL, { ...order, text: "CQ CQ DE CX3QUA CX3QUA K" });
    const [first] = callers(lives.after(cq.to - lives.air.now + 10).sent);
    if (first === undefined && tries < 60) continue;
    expect(first!.text).toBe(`${first!.call} ${first!.call}`);
    const told = lives.air.send(FAROL, { ...order, text: `${first!.call} 599 599` });
    const { sent, entries } = lives.after(told.to - lives.air.now + 20);
    expect(callers(sent).find(({ call }) => call === first!.call)?.text).toMatch(/^R TU UR 5\d9/);
    expect(entries.some(({ by }) => by === first!.call)).toBe(true);
    return;
  }
});
