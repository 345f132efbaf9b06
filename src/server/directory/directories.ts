import type { z } from "zod";
import { baseCall } from "../../core/callsign";
import { isoTime } from "../../core/contact";
import type { Directory, directoryPatchSchema, directoryTestSchema, TestStep } from "../../core/contract";
import type { Context } from "../context";
import type { DirectoryTable } from "../db/schema";
import type { Store } from "../db/store";
import { ServiceProblem } from "../http/askQuestion";
import { done, failed, invalid, type Result } from "../problem";
import { describedSettings } from "../settings/describedSettings";
import { type KeptSettings, readSettings, toldSettings, withSecretsOf } from "../settings/keptSettings";
import type { DirectorySettings, DirectorySource } from "./source";
import { DIRECTORY_SOURCES, sourceById } from "./sources";

/** How each directory is reached where nobody said anything else, by its id. */
export type DirectoryDefaults = Readonly<
  Record<string, { readonly settings: DirectorySettings; readonly timeoutMs: number }>
>;

/** A directory as it was set up. */
export interface SetUp {
  readonly source: DirectorySource;
  readonly isUsed: boolean;
  /** As they are kept; a later version may have left some that are not understood. */
  readonly settings: KeptSettings;
  readonly timeoutMs: number;
  /** Until when it wants to be left alone, seconds since 1970 UTC. */
  readonly restsUntil: number | null;
  readonly restsWhy: string | null;
}

/** Every directory with what is kept of it, in the order in which they are asked. */
function inOrder(store: Store) {
  const rows = new Map(store.all(store.q.selectFrom("directory").selectAll()).map((row) => [row.id, row]));
  return DIRECTORY_SOURCES.map((source, index) => {
    const row = rows.get(source.id);
    return { source, row, place: row?.place ?? DIRECTORY_SOURCES.length + index, isUsed: row?.isUsed !== 0 };
  }).sort((one, other) => one.place - other.place);
}

/** The ids of those that are asked, in their order: those before are believed first. */
export function directoriesInUse(store: Store): string[] {
  return inOrder(store)
    .filter(({ isUsed }) => isUsed)
    .map(({ source }) => source.id);
}

/** Every directory as it was set up, in the order in which they are asked. */
export function setUpDirectories(store: Store, defaults: DirectoryDefaults): SetUp[] {
  return inOrder(store).map(({ source, row, isUsed }) => {
    const usual = defaults[source.id]!;
    return {
      source,
      isUsed,
      settings: row?.settings == null ? { ...usual.settings } : (JSON.parse(row.settings) as KeptSettings),
      timeoutMs: usual.timeoutMs,
      restsUntil: row?.restsUntil ?? null,
      restsWhy: row?.restsWhy ?? null,
    };
  });
}

/** Every directory as it is told, in the order in which they are asked. */
export async function listDirectories(
  { store, now }: Pick<Context, "store" | "now">,
  defaults: DirectoryDefaults,
): Promise<Directory[]> {
  const counts = store.all(
    store.q
      .selectFrom("listing")
      .select(({ fn }) => [
        "directory",
        fn.countAll<number>().as("asked"),
        fn.count<number>("body").as("listed"),
        fn.max("askedAt").as("askedAt"),
      ])
      .groupBy("directory"),
  );
  return Promise.all(
    setUpDirectories(store, defaults).map(async ({ source, isUsed, settings, restsUntil, restsWhy }) => {
      const counted = counts.find(({ directory }) => directory === source.id);
      return {
        id: source.id,
        name: source.name,
        about: source.about,
        isUsed,
        ...toldSettings(source.settings, settings),
        form: await describedSettings(source.settings),
        rest: restsUntil !== null && restsUntil > now() ? { until: isoTime(restsUntil), why: restsWhy ?? "" } : null,
        asked: counted?.asked ?? 0,
        listed: counted?.listed ?? 0,
        askedAt: counted === undefined ? null : isoTime(counted.askedAt),
      };
    }),
  );
}

/** Chooses the order; those that are not named come behind. */
export function orderDirectories(context: Context, ids: readonly string[]): Result<null> {
  const unknown = ids.find((id) => sourceById(id) === undefined);
  if (unknown !== undefined) return invalid([{ field: "ids", text: `there is no directory ${unknown}` }]);
  const before = inOrder(context.store).map(({ source }) => source.id);
  const order = [...new Set([...ids, ...before])];
  context.store.transaction(() => order.forEach((id, place) => keep(context.store, id, { place })));
  context.announce({ type: "directories" });
  return done(null);
}

/** Changes how a directory is reached, or whether it is asked. At another address the secrets of before are let go. */
export function changeDirectory(
  context: Context,
  defaults: DirectoryDefaults,
  id: string,
  patch: z.output<typeof directoryPatchSchema>,
): Result<null> {
  const before = setUpDirectories(context.store, defaults).find(({ source }) => source.id === id);
  if (before === undefined) return noDirectory(id);
  const settings = patch.settings === undefined ? null : checked(before, patch.settings);
  if (settings?.ok === false) return settings;
  keep(context.store, id, {
    restsUntil: null,
    restsWhy: null,
    ...(patch.isUsed === undefined ? {} : { isUsed: patch.isUsed ? 1 : 0 }),
    ...(settings === null ? {} : { settings: JSON.stringify(settings.value) }),
  });
  context.announce({ type: "directories" });
  return done(null);
}

/** Tries settings: whether the directory lets one in, and what it has of a station. */
export async function testDirectory(
  { store }: Pick<Context, "store">,
  defaults: DirectoryDefaults,
  id: string,
  { settings: given, call }: z.output<typeof directoryTestSchema>,
): Promise<Result<TestStep[]>> {
  const before = setUpDirectories(store, defaults).find(({ source }) => source.id === id);
  if (before === undefined) return noDirectory(id);
  const settings = checked(before, given);
  if (!settings.ok) return settings;
  const { source, timeoutMs } = before;
  const client = source.client(settings.value, timeoutMs);
  const base = baseCall(call);
  const steps: TestStep[] = [];
  for (const [what, tried] of [
    [source.name, () => client.standing()],
    ["A station", async () => foundText(base, (await client.ask([base])).get(base) ?? null)],
  ] as const) {
    try {
      steps.push({ what, ok: true, text: await tried() });
    } catch (error) {
      if (!(error instanceof ServiceProblem)) throw error;
      return done([...steps, { what, ok: false, text: error.message }]);
    }
  }
  return done(steps);
}

/** Keeps until when a directory wants to be left alone. */
export function letDirectoryRest(
  context: Pick<Context, "store" | "announce">,
  id: string,
  until: number,
  why: string,
): void {
  keep(context.store, id, { restsUntil: until, restsWhy: why });
  context.store.afterCommit(() => context.announce({ type: "directories" }));
}

function checked({ source, settings: kept }: SetUp, given: KeptSettings): Result<DirectorySettings> {
  return readSettings(
    source.settings,
    given["url"] === kept["url"] ? withSecretsOf(source.settings, given, kept) : given,
  );
}

function keep(
  store: Store,
  id: string,
  facts: Partial<Pick<DirectoryTable, "place" | "isUsed" | "settings" | "restsUntil" | "restsWhy">>,
): void {
  const place = inOrder(store).findIndex(({ source }) => source.id === id);
  store.run(
    store.q
      .insertInto("directory")
      .values({ id, place, isUsed: 1, settings: null, restsUntil: null, restsWhy: null, ...facts })
      .onConflict((conflict) => conflict.column("id").doUpdateSet(facts)),
  );
}

function foundText(base: string, listing: { name: string | null; place: string | null; grid: string | null } | null) {
  if (listing === null) return `It does not list ${base}, which is an answer, too.`;
  const facts = [listing.name, listing.place, listing.grid].filter((one) => one !== null);
  return `It lists ${base}${facts.length === 0 ? "" : `: ${facts.join(", ")}`}.`;
}

function noDirectory(id: string): Result<never> {
  return failed(404, "Not found", `there is no directory ${id}`);
}
