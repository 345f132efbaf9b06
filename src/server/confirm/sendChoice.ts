import { type ServiceId, serviceById, withConfirmation } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { SendChoice, SendLook, SendReport } from "../../core/contract";
import type { Context } from "../context";
import { inSteps, type JobRun } from "../jobs/jobRun";
import { signersAt } from "../identity/signers";
import { writeBatch } from "../logbook/batch";
import { contactsAmong } from "../logbook/filterSql";
import { selectedIds } from "../logbook/selectedIds";
import { siteOfLogbook } from "../logbook/sites";

const PIECE = 200;
const PER_STEP = 25;

/** How one of the chosen contacts stands with the service. */
interface Chosen {
  readonly id: number;
  readonly ownCall: string | null;
  readonly ownGrid: string | null;
  readonly startedAt: number;
  readonly sent: string | null;
  readonly refused: string | null;
}

/** Why a chosen contact stays here; null where it goes, unless nobody signs it. */
function whyNot(service: ServiceId, { sent, refused }: Chosen, again: boolean): string | null {
  const { name } = serviceById(service);
  if (refused !== null) return `${name} refused them: ${refused}`;
  if (sent === "ignored") return `marked as not to be sent to ${name}`;
  if (sent === "sent" && !again) return `${name} has them, by what the log says`;
  return null;
}

function chosenAmong({ store }: Context, logbookId: number, service: ServiceId, ids: readonly number[]): Chosen[] {
  return store.all(
    contactsAmong(store, logbookId, ids)
      .leftJoin("confirmation", (join) =>
        join.onRef("confirmation.contactId", "=", "contact.id").on("channel", "=", service),
      )
      .leftJoin("outbox", (join) =>
        join
          .onRef("outbox.logbookId", "=", "contact.logbookId")
          .on("outbox.service", "=", service)
          .onRef("outbox.contactId", "=", "contact.id"),
      )
      .select(["contact.id", "ownCall", "ownGrid", "startedAt", "sent", "refused"]),
  );
}

/** Those of some contacts that stay here, whoever might sign them. */
export function stayingAmong(
  context: Context,
  logbookId: number,
  service: ServiceId,
  ids: readonly number[],
  again: boolean,
): ReadonlySet<number> {
  const chosen = chosenAmong(context, logbookId, service, ids);
  return new Set(chosen.filter((one) => whyNot(service, one, again) !== null).map(({ id }) => id));
}

/** Counts one more contact that nobody signs, by why. */
export function countedWhy(unsigned: SendReport["unsigned"], why: string): void {
  const known = unsigned.find((one) => one.why === why);
  if (known === undefined) unsigned.push({ why, count: 1 });
  else known.count++;
}

/** Looks what a sending of some contacts would be; nothing is changed. */
export async function lookAtSending(
  run: JobRun<SendLook, number>,
  { service, choice }: { readonly service: ServiceId; readonly choice: SendChoice },
): Promise<SendLook> {
  const { context, logbookId } = run;
  const ids = selectedIds(context, logbookId, choice.selection);
  const usual = siteOfLogbook(context.store, logbookId).call;
  const signerOf = signersAt(context, service);
  const groups = new Map<
    string,
    {
      ownCall: string;
      ownGrid: string | null;
      count: number;
      from: number;
      to: number;
      signedUntil: string | null;
    }
  >();
  const leftOut = new Map<string, number>();
  let start = 0;
  const look = (): SendLook => ({
    service,
    selected: ids.length,
    goes: [...groups.values()].reduce((sum, { count }) => sum + count, 0),
    groups: [...groups.values()]
      .sort((a, b) => b.count - a.count)
      .map(({ from, to, ...rest }) => ({ ...rest, from: isoTime(from), to: isoTime(to) })),
    leftOut: [...leftOut].map(([why, count]) => ({ why, count })).sort((a, b) => b.count - a.count),
  });
  await inSteps(run, (isTime) => {
    do {
      for (const one of chosenAmong(context, logbookId, service, ids.slice(start, start + PIECE))) {
        const { ownGrid, startedAt } = one;
        const ownCall = one.ownCall ?? usual;
        const signer = signerOf?.(ownCall, isoTime(startedAt)) ?? null;
        const why = whyNot(service, one, choice.again) ?? (signer?.identity === null ? signer.why : null);
        if (why !== null) leftOut.set(why, (leftOut.get(why) ?? 0) + 1);
        else {
          const signedUntil = signer?.identity?.validTo ?? null;
          const key = `${ownCall} ${ownGrid} ${signedUntil}`;
          const group = groups.get(key) ?? { ownCall, ownGrid, count: 0, from: startedAt, to: startedAt, signedUntil };
          group.count++;
          group.from = Math.min(group.from, startedAt);
          group.to = Math.max(group.to, startedAt);
          groups.set(key, group);
        }
      }
      start += PIECE;
    } while (start < ids.length && isTime());
    run.checkpoint(start, look(), Math.min(start, ids.length), ids.length);
    return start < ids.length;
  });
  return look();
}

/** Those of some contacts of which a sending that goes on has its answer already. */
function answeredIn({ store }: Context, sendingId: number | null, chosen: readonly Chosen[]): ReadonlySet<number> {
  if (sendingId === null) return new Set();
  const ids = chosen.map(({ id }) => id);
  const rows = store.all(
    store.q.selectFrom("receipt").select("contactId").where("sendingId", "=", sendingId).where("contactId", "in", ids),
  );
  return new Set(rows.map(({ contactId }) => contactId));
}

/**
 * Lets the chosen contacts wait for a service that do not yet, in short steps; gives which of them are to go. Done again
 * after it was interrupted it changes what is left.
 */
export async function queueChosen(
  run: JobRun<SendReport, SendReport>,
  service: ServiceId,
  { selection, again }: SendChoice,
  report: SendReport,
): Promise<ReadonlySet<number>> {
  const { context, logbookId } = run;
  const ids = selectedIds(context, logbookId, selection);
  const goes = new Set<number>();
  report.leftOut = 0;
  const options = { logbookId, kind: "send", summary: `Sent to ${serviceById(service).name}` } as const;
  let start = 0;
  await inSteps(run, (isTime) => {
    do {
      const chosen = chosenAmong(context, logbookId, service, ids.slice(start, start + PER_STEP));
      const answered = answeredIn(context, report.sendingId, chosen);
      const going = chosen.filter((one) => !answered.has(one.id) && whyNot(service, one, again) === null);
      report.leftOut += chosen.length - answered.size - going.length;
      for (const { id } of going) goes.add(id);
      const idle = going.filter(({ sent }) => sent !== "waiting").map(({ id }) => id);
      if (idle.length > 0)
        writeBatch(context, { ...options, continues: report.batchId }, (writer) => {
          for (const held of writer.hold(idle))
            writer.change(held, {
              confirmations: withConfirmation(held.contact.confirmations, service, { sent: "waiting" }),
            });
          report.batchId = writer.batchId;
        });
      report.queued += idle.length;
      start += PER_STEP;
    } while (start < ids.length && isTime());
    run.checkpoint(report, report, Math.min(start, ids.length), ids.length);
    return start < ids.length;
  });
  return goes;
}
