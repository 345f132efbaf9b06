import { appendFile, writeFile } from "node:fs/promises";
import { type ServiceId } from "../../core/confirm";
import type { SendChoice, SignReport } from "../../core/contract";
import { Cancelled, type JobRun } from "../jobs/jobRun";
import { contactsById } from "../logbook/contactRow";
import { selectedIds } from "../logbook/selectedIds";
import { siteOfLogbook } from "../logbook/sites";
import type { Signing } from "../identity/signing";
import { countedWhy, stayingAmong } from "./sendChoice";
import { toldOf } from "./toldOf";

const PIECE = 100;

/** Signs contacts to a file, one to a line, to be sent later. Interrupted, it begins anew. */
export async function signToFile(
  run: JobRun<SignReport, SignReport>,
  { service, choice, file }: { readonly service: ServiceId; readonly choice: SendChoice; readonly file: string },
  signing: Signing,
): Promise<SignReport> {
  const { context, logbookId, signal } = run;
  const report: SignReport = { service, signed: 0, leftOut: 0, unsigned: [] };
  const ids = selectedIds(context, logbookId, choice.selection);
  const usual = siteOfLogbook(context.store, logbookId).call;
  await writeFile(file, "");
  for (let start = 0; start < ids.length; start += PIECE) {
    if (signal.aborted) throw new Cancelled();
    const piece = ids.slice(start, start + PIECE);
    const staying = stayingAmong(context, logbookId, service, piece, choice.again);
    report.leftOut += staying.size;
    const contacts = contactsById(
      context.store,
      piece.filter((id) => !staying.has(id)),
    );
    const made = await Promise.all(contacts.map((contact) => signing.sign(contact, toldOf(contact, usual))));
    const lines = made.flatMap((one) => ("signed" in one ? [`${one.signed}\n`] : []));
    for (const one of made) if ("why" in one) countedWhy(report.unsigned, one.why);
    await appendFile(file, lines.join(""));
    report.signed += lines.length;
    run.checkpoint(report, report, Math.min(start + PIECE, ids.length), ids.length);
  }
  return report;
}
