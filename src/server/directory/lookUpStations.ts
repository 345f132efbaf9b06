import { setTimeout } from "node:timers/promises";
import { isoTime } from "../../core/contact";
import type { Listing } from "../../core/directory";
import type { LookUpInput, LookUpReport } from "../../core/contract";
import { fullTime } from "../../core/time/words";
import { ServiceProblem } from "../http/askQuestion";
import { JobProblem, type JobRun } from "../jobs/jobRun";
import { createClients } from "./clients";
import { type DirectoryDefaults, letDirectoryRest, setUpDirectories } from "./directories";
import { keepListings, unaskedOf } from "./listings";
import { chosenDirectories, stationsToAsk } from "./lookAtEnriching";
import { sourceById } from "./sources";

/** So many stations are seen through at a time, one directory after the other. */
const PIECE = 20;

/**
 * Asks directories for the stations of contacts that lack something, no faster than each allows, and keeps what they
 * say: what was asked before is not asked again, so that whoever goes on goes on where it was.
 */
export async function lookUpStations(
  run: JobRun<LookUpReport, LookUpReport>,
  { selection, choice, first, goOn }: LookUpInput,
  defaults: DirectoryDefaults,
): Promise<LookUpReport> {
  const { context, logbookId, signal } = run;
  const { store } = context;
  const order = chosenDirectories(store, choice);
  const isOpen = (station: string) =>
    order.some((id) => unaskedOf(store, id, [station], context.now(), order).length > 0);
  const open = stationsToAsk(store, logbookId, selection, choice, context.now()).filter(isOpen);
  const stations = first === null ? open : open.slice(0, first);
  const report: LookUpReport = {
    stations: stations.length,
    directories: order.map(
      (directory) =>
        run.resumed?.directories.find((one) => one.directory === directory) ?? {
          directory,
          name: sourceById(directory)!.name,
          asked: 0,
          listed: 0,
          problem: null,
        },
    ),
    goesOnAt: null,
  };
  for (const one of report.directories) one.problem = null;
  const clientOf = createClients();
  const paces = new Map<string, number>();
  let goesOnAt: number | null = null;

  async function ask(directory: string, some: readonly string[]): Promise<void> {
    const one = setUpDirectories(store, defaults).find(({ source }) => source.id === directory)!;
    const said = report.directories.find((of) => of.directory === directory)!;
    if (!one.isUsed || said.problem !== null) return;
    if (one.restsUntil !== null && one.restsUntil > context.now()) {
      said.problem = one.restsWhy;
      goesOnAt = Math.min(goesOnAt ?? Infinity, one.restsUntil);
      return;
    }
    const { batch, perSecond } = one.source;
    // Each transaction makes whoever logs a contact wait for the disk: they are few.
    const listings = new Map<string, Listing | null>();
    const keep = () => keepListings(store, directory, listings, context.now());
    for (let start = 0; start < some.length; start += batch) {
      const pause = (paces.get(directory) ?? 0) - Date.now();
      try {
        if (pause > 0) await setTimeout(pause, null, { signal });
        paces.set(directory, Date.now() + 1000 / perSecond);
        for (const [station, listing] of await clientOf(one).ask(some.slice(start, start + batch), signal)) {
          listings.set(station, listing);
          said.asked++;
          if (listing !== null) said.listed++;
        }
      } catch (error) {
        keep();
        if (!(error instanceof ServiceProblem)) throw error;
        said.problem = error.message;
        if (error.restSeconds === null) return;
        const until = context.now() + error.restSeconds;
        goesOnAt = Math.min(goesOnAt ?? Infinity, until);
        return store.transaction(() => letDirectoryRest(context, directory, until, error.message));
      }
    }
    keep();
  }

  for (let start = 0; start < stations.length; start += PIECE) {
    const piece = stations.slice(start, start + PIECE);
    for (const directory of order) {
      const some = unaskedOf(store, directory, piece, context.now(), order);
      if (some.length > 0) await ask(directory, some);
    }
    if (report.directories.every(({ problem }) => problem !== null)) break;
    const done = Math.min(stations.length, start + PIECE);
    store.transaction(() => run.checkpoint(report, report, done, stations.length));
  }

  const problems = report.directories.flatMap(({ problem }) => problem ?? []);
  const left = problems.length === 0 ? 0 : stations.filter(isOpen).length;
  if (left === 0) return report;
  report.goesOnAt = goOn && goesOnAt !== null ? isoTime(goesOnAt) : null;
  store.transaction(() => run.checkpoint(report, report, stations.length - left, stations.length));
  const next =
    report.goesOnAt === null ? "run it again to go on" : `it goes on by itself at ${fullTime(report.goesOnAt)} UTC`;
  throw new JobProblem(`${problems.join("; ")}. ${left} of ${stations.length} stations are left: ${next}`);
}
