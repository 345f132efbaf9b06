import { createHash } from "node:crypto";
import { type Credit, creditKey, proofOf } from "../../../core/award";
import { type ClaimAnswer, type ClaimedCredit, type ServiceId, serviceById } from "../../../core/confirm";
import { isoTime } from "../../../core/contact";
import type { ClaimedContacts, ClaimThroughReport } from "../../../core/contract";
import type { ServiceAccess } from "../../confirm/access";
import { askPatiently } from "../../confirm/askPatiently";
import { toldOf } from "../../confirm/toldOf";
import type { Context } from "../../context";
import { JobProblem, type JobRun } from "../../jobs/jobRun";
import { writeBatch } from "../../logbook/batch";
import { contactsById } from "../../logbook/contactRow";
import { siteOfLogbook } from "../../logbook/sites";
import { claimFaults, claimFaultText, setCredits } from "../credits";
import { awardsOf } from "../ownAwards";
import { grantorOf } from "./fetchAccount";

/**
 * Claims credits with a service, and records what it answers. If the process dies before that is recorded, or the answer
 * is lost, the claim goes out again under the same reference, and the service knows it.
 */
export async function claimThrough(
  run: JobRun<ClaimThroughReport, ClaimThroughReport>,
  { service, contacts }: { readonly service: ServiceId; readonly contacts: ClaimedContacts },
  access: ServiceAccess,
): Promise<ClaimThroughReport> {
  if (run.resumed !== null) return run.resumed;
  const { context, logbookId } = run;
  const { store } = context;
  const faults = claimFaults(store, logbookId, contacts);
  if (faults.length > 0) throw new JobProblem(`It cannot be claimed. ${claimFaultText(faults)}`);
  const asked = claimedWith(context, logbookId, contacts);
  const question = grantorOf(service).claim(referenceOf(asked), asked);
  const answer = await askPatiently(run, service, access, question);
  return store.transaction(() => {
    const report = keepAnswer(context, logbookId, service, asked, answer);
    run.checkpoint(report, report, asked.length, asked.length);
    return report;
  });
}

function claimedWith({ store }: Context, logbookId: number, contacts: ClaimedContacts): ClaimedCredit[] {
  const awards = new Map(awardsOf(store, logbookId).map((award) => [award.id, award]));
  const usualCall = siteOfLogbook(store, logbookId).call;
  const known = new Map(
    contactsById(
      store,
      contacts.map(({ id }) => id),
    ).map((contact) => [contact.id, contact]),
  );
  return contacts.flatMap(({ id, credits }) =>
    credits.map((key) => ({
      ...key,
      contact: toldOf(known.get(id)!, usualCall),
      shownBy: proofOf(awards.get(key.award)!, known.get(id)!)!,
    })),
  );
}

/** What a claim consists of says which it is. */
function referenceOf(credits: readonly ClaimedCredit[]): string {
  const lines = credits.map(({ contact: { ownCall, call, startedAt, band }, ...key }) =>
    [creditKey(key), ownCall, call, startedAt, band].join(" "),
  );
  return createHash("sha256").update(lines.sort().join("\n")).digest("hex").slice(0, 32);
}

function keepAnswer(
  context: Context,
  logbookId: number,
  service: ServiceId,
  asked: readonly ClaimedCredit[],
  { claim, credits }: ClaimAnswer,
): ClaimThroughReport {
  const report: ClaimThroughReport = {
    ...{ service, claim, batchId: null, taken: 0, known: 0, refused: 0, unanswered: 0 },
    refusedLines: [],
  };
  const answers = new Map(credits.map((answer) => [creditKey(answer), answer]));
  const day = isoTime(context.now()).slice(0, 10);
  const byContact = new Map<number, Credit[]>();
  for (const { award, item, on, contact } of asked) {
    const answer = answers.get(creditKey({ award, item, on }));
    if (answer === undefined) {
      report.unanswered++;
      continue;
    }
    report[answer.answer]++;
    const isRefused = answer.answer === "refused";
    const reason = isRefused ? (answer.reason ?? "no reason was given") : null;
    if (reason !== null) report.refusedLines.push({ call: contact.call, why: reason });
    byContact.set(contact.id, [
      ...(byContact.get(contact.id) ?? []),
      {
        ...{ award, item, on, state: isRefused ? "refused" : "claimed", day, source: service, reason },
        claim: answer.claim ?? claim,
      },
    ]);
  }
  const summary = `Claim ${claim} with ${serviceById(service).name}`;
  writeBatch(context, { logbookId, kind: "claim", summary }, (writer) => {
    for (const [id, set] of byContact) setCredits(writer, id, set);
    report.batchId = writer.batchId;
  });
  return report;
}
