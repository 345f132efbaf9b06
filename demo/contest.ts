import { contestContactInputSchema, entryInputSchema } from "../src/core/contract";
import { isoTime } from "../src/core/contact";
import { logContestContact } from "../src/server/contest/contestLog";
import { saveContest } from "../src/server/contest/definitions";
import { changeEntry, createEntry } from "../src/server/contest/entries";
import type { Context } from "../src/server/context";
import type { Result } from "../src/server/problem";
import { resolve } from "../src/core/entity";
import { PRACTICE_TAG, practiceRules } from "../stand-ins/world/practice";
import { randomFrom } from "../src/core/random";
import { makeStations, type Station } from "../stand-ins/world/stations";

const HOUR = 3600;
const SEED = 4711;
const BEGAN = 3;
const CONTACTS = 72;

/** One of the stations that is worked again and again. */
const STEADY = 7;

interface Typed {
  readonly call: string;
  readonly band: string;
  readonly serial: string;
  readonly zone: string;
}

/** The mistakes that the log check is to find, by the contact's place: what is typed instead of what is right. */
const PLANTED: Readonly<Record<number, (right: Typed, stations: readonly Station[]) => Typed>> = {
  /** The last digit of a serial was not typed, so that it goes back. */
  32: (right) => ({ ...right, serial: right.serial.slice(0, -1) }),
  /** A zone in which the entity does not lie. */
  33: (right) => ({ ...right, zone: "36" }),
  /** A band that is none of the contest's. */
  45: (right) => ({ ...right, band: "30m" }),
  /** Another zone than the station gave before. */
  48: (right) => ({ ...right, zone: "4" }),
  /** A zone that does not exist. */
  54: (right) => ({ ...right, zone: "53" }),
  /** A letter of a call that is worked again and again. */
  68: (right, stations) => {
    const free = [..."ZYXWVU"].map((letter) => right.call.replace(/.$/, letter));
    return { ...right, band: "15m", call: free.find((call) => !stations.some((one) => one.call === call))! };
  },
};

/** Where Morse begins, kHz. */
const FREQUENCIES: Readonly<Record<string, number>> = {
  "30m": 10_105,
  "40m": 7005,
  "20m": 14_010,
  "15m": 21_010,
  "10m": 28_010,
};

function made<Value>(result: Result<Value>): Value {
  if (!result.ok) throw new Error(result.problem.detail);
  return result.value;
}

/** Enters the club into the practice, with some hours of contacts, among them the planted mistakes. */
export function seedContest(context: Context, logbookId: number): void {
  const now = context.now();
  const from = Math.floor(now / HOUR - BEGAN) * HOUR;
  made(saveContest(context, practiceRules(from)));
  const entry = made(
    createEntry(
      context,
      logbookId,
      entryInputSchema.parse({
        tag: PRACTICE_TAG,
        ownCall: "CX9QTH",
        category: { operator: "MULTI-OP", mode: "MIXED", power: "LOW" },
        power: 100,
        operators: ["CX3QUA", "CX2QRB"],
        header: { name: "Inés Cardozo" },
        goal: 400,
      }),
    ),
  );
  const random = randomFrom(SEED);
  const stations = makeStations(random, now);
  const [steady, abroad] = [stations[STEADY]!.call, stations.find(({ call }) => call.startsWith("W1"))!.call];
  const serials = new Map<string, number>();
  let at = from + 240;
  const pace = (now - at) / CONTACTS;
  for (let index = 0; index < CONTACTS && at < now - 120; index++) {
    at += Math.round(pace * (0.4 + 1.2 * random.next()));
    const other = random.pick(stations).call;
    const again = index === 41 || index === 60;
    const call = again || index % 9 === 5 ? steady : index % 20 === 8 ? abroad : other;
    const band = again ? "20m" : random.pick(["20m", "15m", "10m", "40m"]);
    const zone = resolve(call, at).cqZone ?? 13;
    const serial = (serials.get(call) ?? random.between(1, 300)) + random.between(1, 9);
    serials.set(call, serial);
    const voice = index > 50 && index < 60;
    const right = { call, band, serial: String(serial), zone: String(zone) };
    const typed = PLANTED[index]?.(right, stations) ?? right;
    made(
      logContestContact(
        context,
        entry.id,
        contestContactInputSchema.parse({
          call: typed.call,
          startedAt: isoTime(at),
          band: typed.band,
          mode: voice ? "SSB" : "CW",
          frequencyHz: FREQUENCIES[typed.band]! * 1000 + (voice ? 100_000 : 0) + random.between(0, 300) * 100,
          submode: voice ? (band === "40m" ? "LSB" : "USB") : null,
          received: { serial: typed.serial, zone: typed.zone },
          operator: index % 24 < 12 ? "CX3QUA" : "CX2QRB",
          position: "demo",
        }),
      ),
    );
  }
  // Day to day work goes on: the practice is there to be switched on.
  made(changeEntry(context, entry.id, { on: false }));
}
