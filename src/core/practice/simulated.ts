import { exchangeValues, partsOf, type Rules, sideByCall } from "../contest";
import { resolve } from "../entity";
import { type Random, randomFrom } from "../random";
import { keyingTime, USUAL_KEYING } from "../signal";
import { createPracticeAir, type PracticeAir } from "./air";
import { PRACTICE_HZ } from "./floor";
import type { Emission, PracticeLogged, PracticeRunInput, PracticeSettings } from "./run";
import { practiceTask } from "./run";

interface Simulated {
  readonly settings: PracticeSettings;
  readonly rules: Rules;
  readonly ownCall: string;
  readonly startedAt: number;
  /** How often he types a letter wrong, 0 to 1. */
  readonly careless: number;
}

/** How long he listens to nothing before he does something, seconds. */
const PATIENCE = 3;
/** He lets a station be after so many tries. */
const MOST_TRIES = 6;

/** A run as an operator would make it who reads what is sent to him, and types it, now and then wrong. For the demo, and for tests. */
export function simulatedRun({ settings, rules, ownCall, startedAt, careless }: Simulated): PracticeRunInput {
  const air = createPracticeAir({ settings, rules, ownCall, startedAt });
  const random = randomFrom(settings.seed + 1);
  const ends = settings.minutes * 60;
  const parts = partsOf(rules, sideByCall(rules, ownCall, startedAt));
  const logged: PracticeLogged[] = [];
  let now = 0;
  let serial = 0;

  let tuned = PRACTICE_HZ;
  const ear = earOf(air, ({ frequencyHz }) => Math.abs(frequencyHz - tuned) < FILTER_HZ);
  function send(text: string): Emission[] {
    const to = now + keyingTime(text, { ...USUAL_KEYING, speed: settings.speed }) / 1000;
    air.begin(now);
    ear.listen(now, to);
    air.sent(text, now, to, settings.speed);
    const heard = ear.listenOn(to);
    now = heard.at;
    return heard.emissions;
  }
  const own = () => exchangeOfOurs(rules, ownCall, startedAt, ++serial);
  function log(call: string, values: Readonly<Record<string, string>>, frequencyHz: number): void {
    const typed = Object.fromEntries(
      Object.entries(values).map(([id, value]) => [id, slipped(random, value, careless)]),
    );
    logged.push({ call: slipped(random, call, careless, call.length - 1), values: typed, at: now, frequencyHz });
  }
  /** The exchange in what one station sent; null where it is not all there. */
  function valuesIn(text: string): Record<string, string> | null {
    const words = text
      .split("EEEE")
      .at(-1)!
      .split(" ")
      .filter((word) => !["R", "TU", ownCall].includes(word));
    const whole = text.includes("EEEE") ? [text.split(" ").find((word) => /^5/.test(word)) ?? "", ...words] : words;
    const values = whole.filter(Boolean).slice(-parts.length);
    if (values.length < parts.length) return null;
    return Object.fromEntries(
      parts.map(({ id, type }, at) => [id, type === "report" ? values[at]!.replace(/N/g, "9") : values[at]!]),
    );
  }

  function runOnce(): void {
    let heard = send(`CQ TEST ${ownCall} ${ownCall}`);
    for (let tries = 0; tries < MOST_TRIES && now < ends; tries++) {
      const [first] = heard;
      if (first === undefined) return;
      const call = first.by;
      const exchange = own();
      heard = send(`${call} ${exchange}`);
      for (let again = 0; again < MOST_TRIES && now < ends; again++) {
        const theirs = heard.filter(({ by }) => by === call).at(-1);
        const values = theirs === undefined ? null : valuesIn(theirs.text);
        if (
          theirs !== undefined &&
          values !== null &&
          !/AGN|NR\?|^R\?$/.test(theirs.text) &&
          theirs.text.split(" ").some((word) => !word.includes(call))
        ) {
          log(call, values, theirs.frequencyHz);
          heard = send(`TU ${ownCall}`);
          break;
        }
        const wantsOurs = theirs !== undefined && /AGN|NR/.test(theirs.text);
        heard = send(wantsOurs || again < 2 ? `${call} ${exchange}` : "AGN");
      }
    }
  }

  function searchOnce(place: number): void {
    air.tune((tuned = place));
    now = ear.listen(now, now + 8);
    const caller = ear.last(({ text, frequencyHz }) => text.startsWith("CQ") && Math.abs(frequencyHz - place) < 5);
    if (caller === undefined || logged.some(({ call }) => call === caller.by)) return;
    now = ear.listen(now, Math.max(now, caller.to) + 0.4);
    let heard = send(ownCall);
    for (let tries = 0; tries < MOST_TRIES && now < ends; tries++) {
      const theirs = heard.filter(({ by, text }) => by === caller.by && text.startsWith(ownCall)).at(-1);
      const values = theirs === undefined ? null : valuesIn(theirs.text);
      if (theirs !== undefined && values !== null && !theirs.text.endsWith("?")) {
        log(caller.by, values, place);
        send(`R ${own()}`);
        return;
      }
      heard = send(ownCall);
    }
  }

  for (let round = 0; now < ends; round++) {
    const places = air.places();
    if (practiceTask(settings.task).way === "run") runOnce();
    else searchOnce(places[round % places.length]!);
  }
  return {
    settings,
    startedAt,
    seconds: Math.round(now),
    ownCall,
    parts: parts.map(({ id, label }) => ({ id, label })),
    contestName: rules.name,
    logged,
    truths: air.truths(),
    emissions: air.emissions(),
  };
}

/** What is heard, as time goes on. */
function earOf(air: PracticeAir, isHeard: (one: Emission) => boolean) {
  let heard: Emission[] = [];
  const listen = (from: number, to: number): number => {
    for (let at = from; at < to; at += STEP) heard.push(...air.advance(Math.min(to, at + STEP)).filter(isHeard));
    return to;
  };
  return {
    listen,
    last: (is: (one: Emission) => boolean) => heard.findLast(is),
    /** Listens until nobody has sent for a while: what began since. */
    listenOn(from: number): { readonly at: number; readonly emissions: Emission[] } {
      heard = heard.filter(({ to }) => to > from - 60);
      const before = heard.length;
      let at = from;
      let quiet = from + PATIENCE;
      while (at < quiet) {
        at = listen(at, at + STEP);
        const latest = Math.max(from, ...heard.slice(before).map(({ to }) => to));
        quiet = latest > from ? latest + 0.6 : from + PATIENCE;
      }
      return { at, emissions: heard.slice(before) };
    },
  };
}
const STEP = 0.1;
/** So far beside where he listens somebody is heard, Hz. */
const FILTER_HZ = 250;

function exchangeOfOurs(rules: Rules, ownCall: string, at: number, serial: number): string {
  const { latitude, longitude } = resolve(ownCall, at);
  const who = { call: ownCall, name: "INES", point: { latitude: latitude ?? 0, longitude: longitude ?? 0 }, power: 50 };
  return Object.values(exchangeValues(rules, who, { report: "5NN", serial, at })).join(" ");
}

/**
 * A text as it is typed, now and then with one letter wrong.
 *
 * @param place which one; any where nothing is said
 */
function slipped(random: Random, text: string, careless: number, place?: number): string {
  if (text === "" || !random.chance(careless)) return text;
  const at = place ?? random.between(0, text.length - 1);
  const other = /\d/.test(text[at]!)
    ? String((Number(text[at]) + 1) % 10)
    : String.fromCharCode(65 + random.between(0, 25));
  return text.slice(0, at) + other + text.slice(at + 1);
}
