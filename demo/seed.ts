import { logbookInputSchema } from "../src/core/contract";
import { rmSync } from "node:fs";
import { join } from "node:path";
import {
  CONFIRM_TOLERANCE,
  checkContact,
  completeContact,
  type ContactInput,
  isoTime,
  secondsOf,
} from "../src/core/contact";
import { type Confirmation, emptyConfirmation } from "../src/core/confirm";
import type { Context } from "../src/server/context";
import { writeBatch } from "../src/server/logbook/batch";
import { createLogbook } from "../src/server/logbook/logbooks";
import { type Archive, openArchive } from "../stand-ins/lantern/archive";
import { worldEntryFor } from "../stand-ins/world/handIns";
import { otherEntryFor, TIDELINE_CALLS } from "../stand-ins/tideline/server";
import { type Entry, openShelf, TOLERANCE } from "../stand-ins/tideline/shelf";
import { fractionOf } from "../src/core/random";
import { seedAsked } from "./asked";
import { seedAwards } from "./awards";
import { seedContest } from "./contest";
import { seedCredits } from "./credits";
import { generateContacts, HOME } from "./generate";
import { IDENTIFIED, seedIdentities } from "./identities";
import { seedInStep } from "./inStep";
import { seedPractice } from "./practice";
import { seedSites } from "./sites";

const DAY = 86_400;
/** Younger than this a contact still waits to be sent. */
const WAITING_FOR = 1.2 * DAY;
/** Younger than this Lantern has news about it that were not fetched yet. */
const NEWS_SINCE = 25 * DAY;
/** Tideline was used for two years, until three months ago. */
const SHARED_SINCE = 730 * DAY;
const SHARED_UNTIL = 90 * DAY;
const SHARED_NEWS_SINCE = 150 * DAY;
const PER_TRANSACTION = 500;
const PACE = 10;

/** Fills an empty database with the demo log, and the stand-in's archive with what it must know of it. */
export async function seedDemo(context: Context, dataFolder: string): Promise<void> {
  const now = context.now();
  const logbook = createLogbook(
    context,
    logbookInputSchema.parse({
      name: "Home log",
      site: { ...HOME, antennas: "160m-80m: long wire; 40m: dipole; 20m-10m: three-element beam" },
    }),
  );
  if (!logbook.ok) throw new Error(logbook.problem.detail);
  rmSync(join(dataFolder, "stand-ins"), { recursive: true, force: true });
  const archive = await openArchive(join(dataFolder, "stand-ins", "lantern.sqlite"), now, PACE);
  const inputs = generateContacts(now);
  const { id: logbookId, site } = logbook.value;
  seedAwards(context, logbookId);
  const sites = seedSites(context, logbookId);
  let cursor = 0;
  let newsBegins = false;
  const shelf = openShelf(join(dataFolder, "stand-ins", "tideline.sqlite"));
  let sharedCursor = 0;
  let sharedNewsBegins = false;
  let batchId: number | null = null;

  for (let start = 0; start < inputs.length; start += PER_TRANSACTION) {
    const options = { logbookId, kind: "import", summary: "The demo log" } as const;
    writeBatch(context, batchId === null ? options : { ...options, continues: batchId }, (writer) => {
      ({ batchId } = writer);
      for (const input of inputs.slice(start, start + PER_TRANSACTION)) {
        const at = secondsOf(input.startedAt);
        if (!newsBegins && at > now - NEWS_SINCE) {
          newsBegins = true;
          archive.hurry();
          cursor = drain(archive, now);
        }
        if (!sharedNewsBegins && at > now - SHARED_NEWS_SINCE) {
          sharedNewsBegins = true;
          shelf.hurry();
          sharedCursor = shelf.metAfter(0, 1_000_000, at).met.at(-1)?.number ?? 0;
        }
        const confirmations = [
          ...cardOf(input, now),
          ...lanternOf(input, now, (fact) => archive.take(fact, worldEntryFor(fact, PACE), at)),
          ...tidelineOf(input, now, (entry) => shelf.keep(entry, otherEntryFor(entry, PACE), at)),
        ];
        const checked = checkContact(
          { ...input, siteId: sites.get(input.ownCall ?? "") ?? site.id, confirmations },
          now,
        );
        if (!checked.ok) throw new Error(checked.faults[0]?.text);
        writer.add(completeContact(checked.value));
      }
    });
  }
  await seedIdentities(context, logbookId, archive);
  seedCredits(context, logbookId, archive.ledger);
  archive.close();
  shelf.close();
  context.store.run(
    context.store.q.insertInto("fetchState").values([
      { logbookId, service: "lantern", cursor: String(cursor), fetchedAt: now - NEWS_SINCE },
      { logbookId, service: "tideline", cursor: String(sharedCursor), fetchedAt: now - SHARED_NEWS_SINCE },
    ]),
  );
  seedAsked(context, logbookId);
  seedInStep(context, logbookId);
  seedContest(context, logbookId);
  seedPractice(context, logbookId);
}

function drain(archive: Archive, now: number): number {
  let cursor = 0;
  for (let more = true; more;) ({ cursor, more } = archive.since(cursor, 500, now));
  return cursor;
}

type HandIn = (contact: {
  id: number;
  ownCall: string;
  call: string;
  startedAt: string;
  band: string;
  mode: string;
}) => unknown;

function lanternOf(input: ContactInput, now: number, handIn: HandIn): Confirmation[] {
  const at = secondsOf(input.startedAt);
  const age = now - at;
  const lantern = emptyConfirmation("lantern");
  const ownCall = input.ownCall ?? HOME.call;
  if (!IDENTIFIED.includes(ownCall)) return age < 200 * DAY ? [{ ...lantern, sent: "waiting" }] : [];
  if (age < WAITING_FOR) return [{ ...lantern, sent: "waiting" }];
  const fact = { id: 0, ownCall, call: input.call, startedAt: input.startedAt, band: input.band!, mode: input.mode };
  handIn(fact);
  const sent: Confirmation = { ...lantern, sent: "sent", sentOn: isoTime(at + DAY).slice(0, 10) };
  const theirs = worldEntryFor(fact, PACE);
  const meets =
    theirs !== null && theirs.band === fact.band && Math.abs(secondsOf(theirs.startedAt) - at) <= CONFIRM_TOLERANCE;
  if (!meets || age < NEWS_SINCE) return [sent];
  return [{ ...sent, received: "confirmed", receivedOn: isoTime(at + (2 + theirs.delay / 5) * DAY).slice(0, 10) }];
}

/** Tideline has what was made in its years, and confirms by a rule of its own. */
function tidelineOf(input: ContactInput, now: number, keep: (entry: Entry) => unknown): Confirmation[] {
  const at = secondsOf(input.startedAt);
  const age = now - at;
  const tideline = emptyConfirmation("tideline");
  const log = input.ownCall ?? HOME.call;
  if (age < WAITING_FOR) return [{ ...tideline, sent: "waiting" }];
  if (age > SHARED_SINCE || age < SHARED_UNTIL || !TIDELINE_CALLS.includes(log)) return [];
  const entry = { log, with: input.call, at, band: input.band!, mode: input.mode };
  keep(entry);
  const sent: Confirmation = { ...tideline, sent: "sent", sentOn: isoTime(at + DAY).slice(0, 10) };
  const theirs = otherEntryFor(entry, PACE);
  const meets =
    theirs !== null && theirs.band === entry.band && Math.abs(secondsOf(theirs.startedAt) - at) <= TOLERANCE;
  if (!meets || age < SHARED_NEWS_SINCE) return [sent];
  return [{ ...sent, received: "confirmed", receivedOn: isoTime(at + 3 * DAY).slice(0, 10) }];
}

function cardOf(input: ContactInput, now: number): Confirmation[] {
  const at = secondsOf(input.startedAt);
  const chance = fractionOf(`card ${input.call} ${input.startedAt}`);
  const day = (days: number) => isoTime(Math.min(now, at + days * DAY)).slice(0, 10);
  const card = emptyConfirmation("card");
  if (now - at < 60 * DAY) return [];
  if (chance < 0.03)
    return [
      {
        ...card,
        sent: "sent",
        sentOn: day(20),
        sentVia: "bureau",
        received: "confirmed",
        receivedOn: day(300),
        receivedVia: "bureau",
      },
    ];
  if (chance < 0.055) return [{ ...card, sent: "sent", sentOn: day(15), sentVia: chance < 0.04 ? "direct" : "bureau" }];
  if (chance < 0.06)
    return [{ ...card, sent: "wanted", received: "confirmed", receivedOn: day(200), receivedVia: "bureau" }];
  return [];
}
