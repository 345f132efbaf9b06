import type { Logger } from "pino";
import { createAlertMail, type AlertMail } from "./alert/alertMail";
import { createAlertWatch, type AlertWatch } from "./alert/watch";
import { startCounting } from "./award/counting";
import { type Actor, LOCAL_OPERATOR } from "./actor";
import { type Backups, createBackups } from "./backup/backups";
import { type Config, prepareDataFolder, readConfig } from "./config";
import type { Context } from "./context";
import { startCheckpointer } from "./db/checkpointer";
import { createDoor, type Door } from "./db/door";
import { connect, openStore, type Store } from "./db/store";
import { createSupervisor, markInterrupted, type Supervisor } from "./jobs/supervisor";
import { openLog } from "./log";
import { createRemover, type Remover } from "./logbook/remover";
import { createFinder, type Finder } from "./logbook/finder";
import { createSiteWatch } from "./logbook/siteWatch";
import { createEntrance, type Entrance, OPEN_ENTRANCE } from "./people/entrance";
import { createReader, type Reader } from "./reader/reader";
import { adoptKeyer } from "./links/adoptKeyer";
import { createLinks, type Links } from "./links/supervisor";
import { createDirectory, type Directory } from "./directory/directory";
import { createLookUpWatch } from "./directory/lookUpWatch";
import { createSendingByItself, type SendingByItself } from "./confirm/byItself";
import type { KeyRing } from "./identity/keyRing";
import { createIdentityWatch } from "./identity/watch";
import { createHub, type Hub } from "./live/hub";
import { createPictures, type Pictures } from "./signal/pictures";
import { createSpotBoard, type SpotBoard } from "./spot/board";

/** What lives as long as the server process: one of each, shared by routes and by long-lived work. */
export interface Runtime {
  readonly config: Config;
  readonly store: Store;
  readonly door: Door;
  readonly hub: Hub;
  readonly supervisor: Supervisor;
  readonly finder: Finder;
  readonly reader: Reader;
  readonly links: Links;
  readonly spots: SpotBoard;
  readonly pictures: Pictures;
  readonly alerts: AlertWatch;
  readonly alertMail: AlertMail;
  readonly byItself: SendingByItself;
  readonly directory: Directory;
  readonly keyRing: KeyRing;
  readonly entrance: Entrance;
  readonly backups: Backups;
  readonly remover: Remover;
  readonly context: Context;
  readonly log: Logger;
  /** Aborted when this ends: open streams would keep it. */
  readonly ending: AbortSignal;
  /** Ends all that lives, and lets nobody write, until what it gives is called. */
  readonly close: () => Promise<() => void>;
}

// Routes and instrumentation are bundled apart, so the one instance is kept where both see it.
const keeper = globalThis as typeof globalThis & {
  ypsiloidRuntime?: Promise<Runtime>;
  /** What is still done after the process was told to end; `front/serve.ts` waits for it. */
  ypsiloidLastWork?: Promise<void>;
};

/** The runtime; the first call opens the database, brings it up to date and marks interrupted jobs. */
export function runtime(): Promise<Runtime> {
  keeper.ypsiloidRuntime ??= start();
  return keeper.ypsiloidRuntime;
}

/**
 * Ends all that lives in the server, does `work` while nobody writes, and begins anew. Requests that come meanwhile
 * wait; those that are on their way go on after it, on the log as it is then.
 */
export async function reopened<Value>(work: () => Promise<Value>): Promise<Value> {
  const before = await runtime();
  const working = before.close().then(async (open) => ({ open, outcome: await settled(work) }));
  keeper.ypsiloidRuntime = working.then(start);
  try {
    await keeper.ypsiloidRuntime;
  } finally {
    (await working).open();
  }
  const { outcome } = await working;
  if (outcome.status === "rejected") throw outcome.reason;
  return outcome.value;
}

async function settled<Value>(work: () => Promise<Value>): Promise<PromiseSettledResult<Value>> {
  return (await Promise.allSettled([work()]))[0];
}

const LONG_JOB = 20;
const SIGNALS = ["SIGINT", "SIGTERM"] as const;

async function start(): Promise<Runtime> {
  const config = readConfig(process.env);
  prepareDataFolder(config.data);
  const log = openLog(config.data);
  openStore(config.databaseFile).close();
  const door = createDoor();
  const store = connect(config.databaseFile, { gate: door.gate });
  await door.write(() => markInterrupted({ store, now: nowSeconds }));
  const endCheckpointer = startCheckpointer({ databaseFile: config.databaseFile, cells: door.cells });
  const keyRing: KeyRing = { dataKey: null };
  const means = () => ({
    services: config.services,
    directories: config.directories,
    dataKey: keyRing.dataKey,
    databaseFile: config.databaseFile,
  });
  const supervisor = createSupervisor(config.databaseFile, door, means, (error) =>
    log.error({ err: error }, "a job ended unexpectedly"),
  );
  const ending = new AbortController();
  const finder = createFinder(config.databaseFile);
  const reader = createReader(config.databaseFile);
  const hub = createHub();
  let changes = 0;
  hub.listen((event) => {
    // A long job tells so with each of its transactions: what the finder remembers is worth nothing any more.
    if (event.type === "manyContacts" && ++changes % LONG_JOB === 0) finder.forget();
  });
  const directory = createDirectory({
    store,
    write: door.write,
    announce: hub.announce,
    now: nowSeconds,
    defaults: config.directories,
    fault: (error) => log.info({ err: error }, "a directory does not answer"),
  });
  const context = contextOf({ store, door, hub, finder, reader });
  await door.write(() => adoptKeyer(context, config));
  const entrance = config.share ? createEntrance(context, config.data, hub.listen) : OPEN_ENTRANCE;
  const spots = createSpotBoard({
    context,
    listen: hub.listen,
    fault: (error) => log.error({ err: error }, "spots failed"),
    wonder: (baseCall) => directory.wonder(baseCall),
  });
  const pictures = createPictures((error) => log.error({ err: error }, "making a picture of a band failed"));
  const links = createLinks({
    context,
    listen: hub.listen,
    spotted: spots.take,
    received: (block) => pictures.received(block),
    fault: (error) => log.error({ err: error }, "a link failed"),
  });
  const byItself = createSendingByItself({
    context,
    supervisor,
    listen: hub.listen,
    fault: (error) => log.error({ err: error }, "sending by itself failed"),
  });
  const endCounting = await startCounting({
    context,
    supervisor,
    listen: hub.listen,
    fault: (error) => log.error({ err: error }, "counting awards failed"),
  });
  const alertFault = (error: unknown) => log.error({ err: error }, "alerts failed");
  const alertMail = createAlertMail({ context, links, fault: alertFault });
  const alerts = createAlertWatch({ context, listen: hub.listen, spots, mail: alertMail, fault: alertFault });
  const identityWatch = createIdentityWatch({
    context,
    services: config.services,
    fault: (error) => log.error({ err: error }, "asking after identities failed"),
  });
  const lookUpWatch = createLookUpWatch({
    context,
    supervisor,
    fault: (error) => log.error({ err: error }, "going on with looking up stations failed"),
  });
  const siteWatch = createSiteWatch({
    context,
    fault: (error) => log.error({ err: error }, "looking after the times of sites failed"),
  });
  const backups = createBackups({
    databaseFile: config.databaseFile,
    now: nowSeconds,
    announce: hub.announce,
    fault: (error) => log.error({ err: error }, "a backup failed"),
  });
  const remover = createRemover(config.databaseFile, door, (error) =>
    log.error({ err: error }, "removing deleted logbooks failed"),
  );
  if (store.first(store.q.selectFrom("logbook").select("id").where("goneAt", "is not", null)) !== undefined)
    remover.begin();
  const longLived = [
    backups,
    alerts,
    alertMail,
    links,
    pictures,
    spots,
    directory,
    identityWatch,
    siteWatch,
    lookUpWatch,
  ];
  const end = () => {
    for (const signal of SIGNALS) process.removeListener(signal, endWithProcess);
    ending.abort();
    for (const one of longLived) void one.close();
  };
  const endWithProcess = () => {
    end();
    keeper.ypsiloidLastWork = byItself
      .ending()
      .catch((error: unknown) => log.error({ err: error }, "sending at the end failed"))
      .finally(() => byItself.close());
  };
  for (const signal of SIGNALS) process.once(signal, endWithProcess);

  async function close(): Promise<() => void> {
    end();
    byItself.close();
    endCounting();
    await Promise.all([supervisor.close(), backups.close()]);
    const open = await door.hold();
    await endCheckpointer();
    await remover.close();
    finder.close();
    reader.close();
    return open;
  }

  return {
    config,
    store,
    door,
    hub,
    supervisor,
    finder,
    reader,
    links,
    spots,
    pictures,
    alerts,
    alertMail,
    byItself,
    directory,
    keyRing,
    entrance,
    backups,
    remover,
    context,
    log,
    ending: ending.signal,
    close,
  };
}

/** What a request works with, or, where nobody asked for it, what goes on by itself. */
export function contextOf(
  { store, door, hub, finder, reader }: Pick<Runtime, "store" | "door" | "hub" | "finder" | "reader">,
  actor: Actor = LOCAL_OPERATOR,
): Context {
  return { store, finder, reader, actor, now: nowSeconds, announce: hub.announce, write: door.write };
}

function nowSeconds(): number {
  return Math.floor(Date.now() / 1000);
}
