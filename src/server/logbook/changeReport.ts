import { FACT_FIELDS } from "../../core/contact";
import type { ChangeReport, StoredContact } from "../../core/contract";
import type { Planned } from "./planChange";

const EXAMPLES = 3;
const LISTED = 200;

export function emptyReport(): ChangeReport {
  return {
    batchId: null,
    selected: 0,
    changed: 0,
    unchanged: 0,
    refusedCount: 0,
    refused: [],
    meanwhile: 0,
    fields: [],
  };
}

/** Facts that follow from others and have no name of their own for people. */
const UNTOLD = new Set(["baseCall", "modeGroup", "siteId"]);
const ORDER = new Map<string, number>(FACT_FIELDS.map(({ key }, index) => [key, index]));

/** Adds to a report what a change is to one contact. */
export function tally(report: ChangeReport, contact: StoredContact, planned: Planned): void {
  report.selected++;
  if (planned.kind === "refused") {
    report.refusedCount++;
    if (report.refused.length < LISTED)
      report.refused.push({ contactId: contact.id, call: contact.call, reason: planned.reason });
    return;
  }
  if (planned.kind !== "change") {
    report.changed++;
    return;
  }
  let changed = false;
  for (const [key, is] of Object.entries(planned.patch)) {
    const was = contact[key as keyof StoredContact];
    if (was === is || JSON.stringify(was) === JSON.stringify(is)) continue;
    changed = true;
    if (UNTOLD.has(key)) continue;
    let field = report.fields.find((one) => one.key === key);
    if (field === undefined) {
      field = { key, count: 0, examples: [] };
      report.fields.push(field);
      report.fields.sort((a, b) => (ORDER.get(a.key) ?? 99) - (ORDER.get(b.key) ?? 99));
    }
    field.count++;
    if (field.examples.length < EXAMPLES) field.examples.push({ call: contact.call, was, is });
  }
  if (changed) report.changed++;
  else report.unchanged++;
}
