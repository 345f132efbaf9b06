import type { z } from "zod";
import type { Context } from "./context";
import { openStore } from "./db/store";
import type { Slot } from "../core/award";
import { SERVICE_IDS, SERVICES } from "../core/confirm";
import { faultsOf } from "../core/contact";
import { type Identity, type Job, logbookInputSchema } from "../core/contract";
import type { ServiceAccess, ServiceDefaults } from "./confirm/access";
import type { DirectoryDefaults } from "./directory/directories";
import { DIRECTORY_SOURCES } from "./directory/sources";
import { findJob, type JobRequest } from "./jobs/job";
import { insertJob } from "./jobs/supervisor";
import { doJob, type JobMeans } from "./jobs/work";
import { askIdentity } from "./identity/ask";
import { insertGranted } from "./identity/insertGranted";
import { handIn, pursue } from "./identity/pursue";
import { createLogbook } from "./logbook/logbooks";
import { countSlots } from "./logbook/rebuildSlots";
import { invalid, type Result } from "./problem";
import { quietContext } from "./quietContext";

/** A context on an empty database in memory, with a clock that stands still, and one logbook. For tests. */
export async function testContext(
  now = Date.UTC(2026, 10, 23, 21, 40, 7) / 1000,
): Promise<{ context: Context; logbookId: number }> {
  const context = quietContext(openStore(":memory:"), "test", () => now);
  const site = { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co" };
  const logbook = createLogbook(context, taken(logbookInputSchema, { name: "Test log", site }));
  if (!logbook.ok) throw new Error(logbook.problem.detail);
  return { context, logbookId: logbook.value.id };
}

/** An input as a service gets it, checked by its schema; throws what is wrong with it. For tests. */
export function taken<Schema extends z.ZodType>(schema: Schema, input: unknown): z.output<Schema> {
  const parsed = schema.safeParse(input);
  if (parsed.success) return parsed.data;
  throw new Error(invalid(faultsOf(parsed.error)).problem.detail);
}

/** What a service function answered; throws what it refused. For tests. */
export function valueOf<Value>(result: Result<Value>): Value {
  if (!result.ok) throw new Error(result.problem.detail);
  return result.value;
}

/** All services at one address. For tests. */
export function testServices(url = "http://127.0.0.1:1", timeoutMs = 10_000): ServiceDefaults {
  return Object.fromEntries(SERVICE_IDS.map((id) => [id, { url, token: "secret", timeoutMs }])) as ServiceDefaults;
}

/** How directories are reached, by their ids; those of which nothing is said are nowhere. For tests. */
export function testDirectories(
  settings: Readonly<Record<string, Readonly<Record<string, string>>>> = {},
  timeoutMs = 10_000,
): DirectoryDefaults {
  return Object.fromEntries(
    DIRECTORY_SOURCES.map(({ id }) => [id, { settings: { url: "http://127.0.0.1:1", ...settings[id] }, timeoutMs }]),
  );
}

/** What a job needs besides the log. For tests. */
export function testMeans(url?: string, timeoutMs?: number): JobMeans {
  return { services: testServices(url, timeoutMs), directories: testDirectories(), dataKey: null, databaseFile: null };
}

/** The service that takes only what is signed. */
const SIGNING_SERVICE = SERVICES.find(({ registrar }) => registrar !== null)!.id;

/** An identity that the stand-in at an address gave, as an operator gets it. For tests. */
export async function testIdentity(
  context: Context,
  logbookId: number,
  call: string,
  access: ServiceAccess,
): Promise<Identity> {
  const service = SIGNING_SERVICE;
  const person = { name: "Inés Cardozo", address: "Camino del Faro 3, Cabo Farol", mail: "ines@farol.example" };
  const input = { ...person, call, entityCode: 144, from: "1920-01-01", to: null };
  const { id } = valueOf(await askIdentity(context, { dataKey: null }, logbookId, service, input));
  const account = { logbookId, service, access } as const;
  valueOf(await handIn(context, account, id, ["CX1QRA", "PY2QSB"]));
  await fetch(`${access.url}/control`, { method: "POST", body: JSON.stringify({ hurry: true }) });
  return valueOf(await pursue(context, account, id));
}

/** Identities of calls for all times, given by an authority that was made for it. For tests. */
export async function grantIdentities(
  context: Context,
  logbookId: number,
  calls: readonly string[],
  { issue }: { readonly issue: (request: string, validFrom: number, validTo: number) => Promise<string> },
): Promise<void> {
  const now = context.now();
  for (const call of calls) {
    const scope = { call, entity: 144, from: "1920-01-01", to: null };
    await insertGranted(context, { logbookId, service: SIGNING_SERVICE, askedAt: now }, scope, (request) =>
      issue(request, now - 60, now + 366 * 86_400),
    );
  }
}

/** Runs a job in this thread, and gives it as it ended. For tests. */
export async function runTestJob(context: Context, logbookId: number, request: JobRequest, url?: string): Promise<Job> {
  const jobId = insertJob(context, logbookId, "Test", request);
  await doJob(context, jobId, new AbortController().signal, testMeans(url));
  return findJob(context.store, jobId)!;
}

/** The kept slots of a logbook as text, in an order of their own. For tests. */
export function keptSlots({ store }: Context, logbookId: number): string[] {
  const columns = ["award", "item", "band", "modeGroup", "worked", "confirmed"] as const;
  return inOrder(store.all(store.q.selectFrom("slot").select(columns).where("logbookId", "=", logbookId)));
}

/** The slots of a logbook counted anew, in the same form. For tests. */
export function countedSlots({ store }: Context, logbookId: number): string[] {
  return inOrder(countSlots(store, logbookId));
}

function inOrder(slots: readonly Slot[]): string[] {
  return slots
    .map(({ award, item, band, modeGroup, worked, confirmed }) =>
      [award, item, band, modeGroup, worked, confirmed].join(" "),
    )
    .sort();
}
