import { contestContactInputSchema, entryInputSchema } from "../src/core/contract";
import type { RulesInput } from "../src/core/contest";
import { isoTime } from "../src/core/contact";
import { logContestContact } from "../src/server/contest/contestLog";
import { saveContest } from "../src/server/contest/definitions";
import { changeEntry, createEntry } from "../src/server/contest/entries";
import type { Context } from "../src/server/context";
import type { Result } from "../src/server/problem";
import { resolve } from "../src/core/entity";
import { randomFrom } from "./random";
import { makeStations } from "./stations";

const HOUR = 3600;
const SEED = 4711;
const BEGAN = 3;
const CONTACTS = 72;

/** A contest that runs while the demo is looked at: a club's practice. */
function practice(from: number): RulesInput {
  return {
    format: "ypsiloid-contest/1",
    name: "Farol Practice Watch",
    tag: "FAROL-PRACTICE",
    about: "Two days of practice at the lighthouse: report, serial and CQ zone; zones and entities count on each band.",
    when: { fixed: [{ from: isoTime(from), to: isoTime(from + 48 * HOUR) }] },
    deadlineDays: 7,
    bands: ["160m", "80m", "40m", "20m", "15m", "10m"],
    modes: ["CW", "voice"],
    exchange: {
      all: [
        { id: "report", label: "Report", type: "report" },
        { id: "serial", label: "Serial", type: "serial" },
        { id: "zone", label: "Zone", type: "cqZone", from: "site.cqZone" },
      ],
    },
    points: [{ if: { same: ["entity"] }, points: 1 }, { if: { same: ["continent"] }, points: 2 }, { points: 3 }],
    multipliers: [
      { id: "zone", label: "Zones", of: "part", part: "zone", per: "band" },
      { id: "entity", label: "Entities", of: "entity", per: "band" },
    ],
    duplicates: { per: "band" },
    categories: { operator: ["MULTI-OP", "SINGLE-OP"], mode: ["MIXED", "CW", "SSB"], power: ["LOW", "HIGH", "QRP"] },
    limits: [{ category: { operator: ["SINGLE-OP"] }, operatingHours: 24, offMinutes: 60 }],
  };
}

/** Where Morse begins, kHz. */
const FREQUENCIES: Readonly<Record<string, number>> = { "40m": 7005, "20m": 14_010, "15m": 21_010, "10m": 28_010 };

function made<Value>(result: Result<Value>): Value {
  if (!result.ok) throw new Error(result.problem.detail);
  return result.value;
}

/** Enters the club into the practice, with some hours of contacts, a few of them with the mistakes that people make. */
export function seedContest(context: Context, logbookId: number): void {
  const now = context.now();
  const from = Math.floor(now / HOUR - BEGAN) * HOUR;
  made(saveContest(context, practice(from)));
  const entry = made(
    createEntry(
      context,
      logbookId,
      entryInputSchema.parse({
        tag: "FAROL-PRACTICE",
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
  const serials = new Map<string, number>();
  let at = from + 240;
  const pace = (now - at) / CONTACTS;
  for (let index = 0; index < CONTACTS && at < now - 120; index++) {
    at += Math.round(pace * (0.4 + 1.2 * random.next()));
    const station = random.pick(stations);
    const again = index === 41 || index === 60;
    const call = again ? stations[7]!.call : index % 9 === 5 ? stations[7]!.call : station.call;
    const band = again ? "20m" : random.pick(["20m", "15m", "10m", "40m"]);
    const zone = resolve(call, at).cqZone ?? 13;
    const serial = (serials.get(call) ?? random.between(1, 300)) + random.between(1, 9);
    serials.set(call, serial);
    const voice = index > 50 && index < 60;
    made(
      logContestContact(
        context,
        entry.id,
        contestContactInputSchema.parse({
          call: index === 66 ? call.replace(/.$/, "R") : call,
          startedAt: isoTime(at),
          band,
          mode: voice ? "SSB" : "CW",
          frequencyHz: FREQUENCIES[band]! * 1000 + (voice ? 100_000 : 0) + random.between(0, 300) * 100,
          submode: voice ? (band === "40m" ? "LSB" : "USB") : null,
          received: { serial: String(serial), zone: String(index === 33 ? 40 : zone) },
          operator: index % 24 < 12 ? "CX3QUA" : "CX2QRB",
          position: "demo",
        }),
      ),
    );
  }
  // Day to day work goes on: the practice is there to be switched on.
  made(changeEntry(context, entry.id, { on: false }));
}
