import { type AirContact, bandOf, createAir, type Transmission } from "./air";
import type { Guest } from "./guests";
import { isAbove54 } from "./frequency";
import type { LogEntry } from "./worldLog";

const HOUR = 3600;
const OMBU = Date.UTC(2026, 10, 18, 17) / 1000;
const HOME = { latitude: -34.4, longitude: -53.8 };
const FAROL: Guest = { call: "CX3QUA", point: HOME, power: 60, gain: [3, 6], surroundings: "quiet" };

function live(seed: number, stations: number, startsAt: number, near = 0) {
  const [sent, entries, contacts]: [Transmission[], LogEntry[], AirContact[]] = [[], [], []];
  const air = createAir({
    seed,
    stations,
    startsAt,
    nearby: { around: HOME, stations: near },
    onTransmission: (one) => sent.push(one),
    onEntry: (one) => entries.push(one),
    onContact: (one) => contacts.push(one),
  });
  return { air, sent, entries, contacts };
}

test("a contest makes the air busy: its exchange goes out both ways, and nobody is worked twice on a band", () => {
  const { air, contacts } = live(7, 60, OMBU - HOUR);
  air.runUntil(OMBU);
  const before = contacts.length;
  air.runUntil(OMBU + 1.5 * HOUR);
  const inContest = contacts.filter(({ contest }) => contest === "OMBU-ZONE");
  expect(inContest.length).toBeGreaterThan(2 * before);
  const seen = new Set<string>();
  for (const contact of inContest) {
    const { one, other, mode, exchanged, from } = contact;
    expect([mode, from >= OMBU]).toEqual(["CW", true]);
    for (const { said } of exchanged) expect(said.join(" ")).toMatch(/^599 \d{1,2}$/);
    const pair = [one.call, other.call].sort().join(" ") + bandOf(contact);
    expect(seen.has(pair)).toBe(false);
    seen.add(pair);
  }
});

test("serials count up, station by station", () => {
  const { air, contacts } = live(7, 60, Date.UTC(2026, 9, 15, 21) / 1000);
  air.runUntil(air.now + 2 * HOUR);
  const last = new Map<string, number>();
  const inContest = contacts.filter(({ contest }) => contest === "SUDESTADA-PREFIX");
  expect(inContest.length).toBeGreaterThan(20);
  for (const { one, other, exchanged } of inContest)
    [one, other].forEach(({ call }, side) => {
      const serial = Number(exchanged[side]!.said[1]);
      expect(serial).toBeGreaterThan(last.get(call) ?? 0);
      last.set(call, serial);
    });
});

test("above 54 MHz neighbours talk with each other, and with nobody else", () => {
  const { air, contacts } = live(11, 40, Date.UTC(2026, 10, 26, 20) / 1000, 30);
  air.runUntil(air.now + 4 * HOUR);
  const above = contacts.filter((contact) => isAbove54(bandOf(contact)));
  expect(above.length).toBeGreaterThan(5);
  for (const { one, other } of above) expect([one.above54, other.above54]).toEqual([true, true]);
  const fm = above.filter(({ mode }) => mode === "FM");
  expect(fm.length).toBeGreaterThan(0);
  expect(fm.map(({ frequencyHz }) => frequencyHz % 25_000)).toEqual(fm.map(() => 0));
});

test("a guest in a contest is asked for what is missing, and logged with what he sent", () => {
  const lives = live(5, 90, OMBU - HOUR);
  const { air, sent, entries } = lives;
  air.runUntil(OMBU + HOUR / 2);
  const wait = (seconds: number, fits: (one: Transmission) => boolean): Transmission | undefined => {
    sent.length = 0;
    for (let step = 0; step < seconds * 2; step++) {
      air.runUntil(air.now + 0.5);
      const found = sent.find(fits);
      if (found === undefined) continue;
      air.runUntil(found.to);
      return found;
    }
    return undefined;
  };
  const send = (frequencyHz: number, text: string) =>
    air.runUntil(air.send(FAROL, { frequencyHz, mode: "CW", speed: 30, text }).to);
  for (let tries = 0; tries < 40; tries++) {
    const cq = wait(
      HOUR,
      (one) => one.mode === "CW" && one.text.startsWith("CQ TEST") && air.heard(one, FAROL).over > 15,
    )!;
    // He sits at a club's station, whose call is not that of the radio.
    send(cq.frequencyHz, "CX9QTH");
    const reply = wait(40, ({ call, text }) => call === cq.call && text.startsWith("CX9QTH"));
    if (reply === undefined) continue;
    expect(reply.text).toMatch(/^CX9QTH 599 \d{1,2}$/);
    send(cq.frequencyHz, "R 5NN");
    expect(wait(20, ({ call }) => call === cq.call)?.text).toBe("AGN?");
    send(cq.frequencyHz, "5NN 13");
    expect(wait(20, ({ call }) => call === cq.call)?.text).toBe(`TU ${cq.call}`);
    const [entry] = entries.filter(({ by, call }) => by === cq.call && call.startsWith("CX9QT"));
    expect(entry).toMatchObject({
      contest: "OMBU-ZONE",
      sent: reply.text.split(" ").slice(1),
      received: ["599", "13"],
    });
    return;
  }
  throw new Error("nobody answered");
});
