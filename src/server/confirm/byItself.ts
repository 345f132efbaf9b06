import { dueAt, pausedUntil, type ServiceId } from "../../core/confirm";
import { isoTime, secondsOf } from "../../core/contact";
import type { Job, JobOf, LiveEvent, OutboxState } from "../../core/contract";
import { LOCAL_OPERATOR } from "../actor";
import type { Context } from "../context";
import { guardedBy } from "../guarded";
import type { Supervisor } from "../jobs/supervisor";
import type { Store } from "../db/store";
import { ticking } from "../ticking";
import { restsUntil, sentByItself } from "./access";
import { startSending } from "./outbox";

/** Sends what waits by itself, where a logbook asks for it. */
export interface SendingByItself {
  /** Until when it pauses after failures, and why; null where it does not. */
  pauseOf(logbookId: number, service: ServiceId): OutboxState["pause"];
  /** Sends what waits where that is asked for at the end, and waits for it. */
  ending(): Promise<void>;
  close(): void;
}

interface Options {
  readonly context: Context;
  readonly supervisor: Supervisor;
  readonly listen: (listener: (event: LiveEvent) => void) => () => void;
  readonly fault: (error: unknown) => void;
}

/** Seconds since 1970 UTC. */
interface Progress {
  changedAt: number;
  triedAt: number | null;
  failures: number;
  why: string;
  /** Whether it was started here, and has not ended. */
  runs: boolean;
  /** When a sending began of which nothing went, as where nobody signs what waits; null where something did since. */
  idleSince: number | null;
}

const TICK_MS = 5000;

export function createSendingByItself({ context, supervisor, listen, fault }: Options): SendingByItself {
  const since = context.now();
  const progress = new Map<string, Progress>();
  const acting: Context = { ...context, actor: { ...LOCAL_OPERATOR, name: "by itself" } };
  const over: ((event: Job) => void)[] = [];

  function progressOf(logbookId: number, service: ServiceId): Progress {
    const key = `${logbookId} ${service}`;
    const known = progress.get(key);
    if (known !== undefined) return known;
    const triedAt = lastSending(context.store, logbookId, service);
    const begun = { changedAt: since, triedAt, failures: 0, why: "", runs: false, idleSince: null };
    progress.set(key, begun);
    return begun;
  }

  const guarded = guardedBy(fault);
  const end = listen((event) =>
    guarded(() => {
      if (event.type === "outbox") progressOf(event.logbookId, event.service).changedAt = context.now();
      if (event.type === "service" && event.what === "settings")
        Object.assign(progressOf(event.logbookId, event.service), { failures: 0, idleSince: null });
      if (event.type === "identities") for (const one of progress.values()) one.idleSince = null;
      if (event.type === "job" && event.job.state !== "running") hasEnded(event.job);
    }),
  );

  function hasEnded(job: Job): void {
    if (job.kind !== "send" || job.service === null) return;
    const one = progressOf(job.logbookId, job.service);
    const failed = job.state === "failed" || job.state === "interrupted";
    if (one.runs && failed) one.failures++;
    if (job.state === "done") {
      one.failures = 0;
      one.idleSince = hasGone(job) ? null : secondsOf(job.startedAt);
    }
    Object.assign(one, { runs: false, triedAt: context.now(), why: failed ? (job.problem ?? "") : "" });
    for (const hear of [...over]) hear(job);
  }

  async function send(logbookId: number, service: ServiceId): Promise<number | null> {
    const one = progressOf(logbookId, service);
    const started = await context.write(() => startSending(acting, supervisor, logbookId, service));
    one.triedAt = context.now();
    one.runs = started.ok;
    return started.ok ? started.value.id : null;
  }

  /** Whether something waits that may go: a service that rests is left alone, and what did not go waits for a change. */
  function isWorthIt(logbookId: number, service: ServiceId): boolean {
    const { idleSince, changedAt } = progressOf(logbookId, service);
    if (idleSince !== null && changedAt < idleSince) return false;
    return hasWaiting(context.store, logbookId, service) && restsUntil(context, logbookId, service) === null;
  }

  async function look(): Promise<void> {
    for (const { logbookId, service, times } of sentByItself(context.store)) {
      const one = progressOf(logbookId, service);
      const due = dueAt(times, { ...one, since });
      if (one.runs || due === null || due > context.now()) continue;
      if (isWorthIt(logbookId, service)) await send(logbookId, service);
    }
  }

  const endTicking = ticking(TICK_MS, look, fault);

  return {
    pauseOf(logbookId, service) {
      const one = progress.get(`${logbookId} ${service}`);
      const until = one === undefined ? null : pausedUntil(one);
      return until === null || until <= context.now() ? null : { until: isoTime(until), why: one!.why };
    },
    async ending() {
      void endTicking();
      const last = sentByItself(context.store).filter(
        ({ logbookId, service, times }) => times.ending && isWorthIt(logbookId, service),
      );
      // One may have ended before the next is started.
      const ended = new Set<number>();
      let look = () => {};
      over.push(({ id }) => {
        ended.add(id);
        look();
      });
      const ids = await Promise.all(last.map(({ logbookId, service }) => send(logbookId, service)));
      await new Promise<void>((resolve) => {
        look = () => ids.every((id) => id === null || ended.has(id)) && resolve();
        look();
      });
    },
    close() {
      void endTicking();
      end();
    },
  };
}

function hasGone({ report }: JobOf<"send">): boolean {
  return report !== null && report.accepted + report.known + report.refused > 0;
}

/** When something was sent last, by hand or by itself. */
function lastSending(store: Store, logbookId: number, service: ServiceId): number | null {
  const { q } = store;
  const last = q.selectFrom("sending").select((eb) => eb.fn.max("at").as("at"));
  return store.first(last.where("logbookId", "=", logbookId).where("service", "=", service))?.at ?? null;
}

function hasWaiting(store: Store, logbookId: number, service: ServiceId): boolean {
  const waiting = store.q.selectFrom("outbox").select("contactId").where("logbookId", "=", logbookId);
  return store.first(waiting.where("service", "=", service).where("refused", "is", null).limit(1)) !== undefined;
}
