import { createHash } from "node:crypto";
import { mayTransmit } from "../../src/core/band";
import { type AirContact, bandOf, createAir, type Transmission } from "./air";
import { READABLE } from "./hearing";
import type { LogEntry } from "./worldLog";
import type { Operator } from "./operators";
import { sunAt } from "./sun";

const START = Date.UTC(2026, 10, 26) / 1000;
const HOUR = 3600;

/** So many hours of an air, in steps of so many seconds. */
function live(seed: number, stations: number, hours: number, step = hours * HOUR) {
  const [sent, entries, contacts]: [Transmission[], LogEntry[], AirContact[]] = [[], [], []];
  const air = createAir({
    seed,
    stations,
    startsAt: START,
    onTransmission: (one) => sent.push(one),
    onEntry: (one) => entries.push(one),
    onContact: (one) => contacts.push(one),
  });
  for (let at = step; at <= hours * HOUR; at += step) air.runUntil(START + at);
  const hash = createHash("sha256");
  for (const { call, frequencyHz, text, from } of sent) hash.update(`${call} ${frequencyHz} ${text} ${from}\n`);
  for (const { by, call, startedAt, band } of entries) hash.update(`${by} ${call} ${startedAt} ${band}\n`);
  return { air, sent, entries, contacts, hash: hash.digest("hex") };
}

const day = live(9, 150, 5);

test("the same seed gives the same air, in however many steps, and another one another", () => {
  const { hash } = live(7, 25, 2);
  expect(live(7, 25, 2).hash).toBe(hash);
  expect(live(7, 25, 2, 10).hash).toBe(hash);
  expect(live(8, 25, 2).hash).not.toBe(hash);
});

test("stations call, answer and talk on many bands, in all modes", () => {
  expect(day.contacts.length).toBeGreaterThan(100);
  expect(new Set(day.contacts.map(bandOf)).size).toBeGreaterThan(6);
  expect(new Set(day.contacts.map(({ mode }) => mode)).size).toBeGreaterThan(3);
  for (const operator of day.air.operators) expect(operator.call).toMatch(/\dQ[R-U][A-Z]$/);
});

test("nobody sends two things at once, and all where their mode is usual", () => {
  const until = new Map<string, number>();
  const wrong = [...day.sent]
    .sort((a, b) => a.from - b.from)
    .filter(({ call, from, to, mode, frequencyHz }) => {
      const before = until.get(call) ?? 0;
      until.set(call, to);
      // A caller is where the one he calls is, who keeps to the plan of his own region.
      const usual = [1, 2, 3].some((region) => mayTransmit(frequencyHz, mode, null, region as 1 | 2 | 3).may);
      return from < before || to <= from || (mode === "FT8" ? from % 15 !== 0 : !usual);
    });
  expect(wrong).toEqual([]);
});

test("a contact is what was sent: report, answer and thanks, one after the other", () => {
  for (const { one, other, from, to, frequencyHz, exchanged } of day.contacts.slice(0, 200)) {
    const talk = day.sent.filter(
      (sent) => sent.from >= from && sent.to <= to && sent.frequencyHz === frequencyHz && sent.text.length > 0,
    );
    const said = talk.filter(({ call }) => call === one.call || call === other.call);
    expect(said.map(({ call }) => call)).toEqual([one.call, other.call, one.call]);
    expect(said[0]!.text).toContain(exchanged[0].said.join(" "));
    expect(said[1]!.text).toContain(exchanged[1].said.join(" "));
  }
});

test("both log it, mostly as it was, some with the call, the band or the clock wrong, and some never hand it in", () => {
  expect(day.entries).toHaveLength(2 * day.contacts.length);
  const wrong = { call: 0, band: 0, time: 0 };
  day.contacts.forEach((contact, index) => {
    for (const [side, other] of [
      [0, contact.other],
      [1, contact.one],
    ] as const) {
      const entry = day.entries[2 * index + side]!;
      if (entry.call !== other.call) wrong.call++;
      if (entry.band !== bandOf(contact)) wrong.band++;
      if (Math.abs(entry.startedAt - contact.from) > 120) wrong.time++;
      expect(entry.call).toMatch(/\dQ[R-U][A-Z]$/);
      if (entry.handedInAt !== null) expect(entry.handedInAt).toBeGreaterThan(contact.to);
    }
  });
  const all = day.entries.length;
  for (const [least, most, count] of [
    [0.001, 0.02, wrong.call],
    [0.001, 0.02, wrong.band],
    [0.01, 0.15, wrong.time],
    [0.15, 0.5, day.entries.filter(({ handedInAt }) => handedInAt === null).length],
  ] as const) {
    expect(count / all).toBeGreaterThan(least);
    expect(count / all).toBeLessThan(most);
  }
});

test("those who talk hear each other: fading is nine decibels at most", () => {
  const heard: boolean[] = [];
  const air = createAir({
    seed: 7,
    stations: 80,
    startsAt: START,
    onContact: ({ one, other, frequencyHz, mode }) => {
      for (const [by, ear] of [
        [one, other],
        [other, one],
      ] as const) {
        const sent = { id: 0, by, call: by.call, frequencyHz, mode, speed: null, text: "", from: 0, to: 0 };
        heard.push(air.heard(sent, ear).over > READABLE[mode] - 9);
      }
    },
  });
  air.runUntil(START + 2 * HOUR);
  // The path of one in some changes between the call and the thanks.
  expect(heard.length).toBeGreaterThan(40);
  expect(heard.filter(Boolean).length / heard.length).toBeGreaterThan(0.95);
});

test("what is sent is heard by how the path is: the nearer the stronger", () => {
  const { air } = day;
  const [one] = air.sending();
  const near = { ...air.operators[0]!, point: (one!.by as Operator).point };
  expect(air.heard(one!, near).over).toBeGreaterThan(30);
  expect(air.heard(one!, near).strength).toBeGreaterThan(air.heard(one!, air.operators[1]!).strength);
});

test("the sun has its cycle, and the field its storms", () => {
  const days = Array.from({ length: 4000 }, (_, index) => sunAt(7, START + index * 86_400));
  const spots = days.map(({ sunspots }) => sunspots);
  expect(Math.min(...spots)).toBeLessThan(15);
  expect(Math.max(...spots)).toBeGreaterThan(120);
  expect(days.every(({ flux, kIndex, aIndex }) => flux >= 63 && flux < 300 && kIndex <= 9 && aIndex <= 400)).toBe(true);
  const stormy = days.filter(({ kIndex }) => kIndex >= 5).length / days.length;
  expect(stormy).toBeGreaterThan(0.01);
  expect(stormy).toBeLessThan(0.2);
  expect(sunAt(7, START)).toEqual(sunAt(7, START));
});
