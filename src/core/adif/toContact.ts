import type { ContactInput } from "../contact";
import { withoutOwnCredits } from "./credits";
import { type Draft, type Gathered, lineFinder, note, short, writable } from "./gathered";
import { type AdifField, type AdifHeader, type AdifNote, type AdifRecord, NO_HEADER } from "./record";
import { takeConfirmations } from "./takeConfirmations";
import { takeFacts, takeNeeded } from "./takeFacts";

export type AdifContact =
  | { readonly ok: true; readonly contact: ContactInput; readonly notes: readonly AdifNote[] }
  | { readonly ok: false; readonly reason: string; readonly notes: readonly AdifNote[] };

/**
 * Understands one record. Fields that have a place in a contact go there; the others, and those whose value has no
 * sensible form, are kept as they came, so that writing gives them back.
 */
export function contactFromAdif(record: AdifRecord, header: AdifHeader = NO_HEADER): AdifContact {
  const gathered: Gathered = { record, header, notes: [...record.notes], extra: [], lineOf: lineFinder(record) };
  const { notes, extra } = gathered;
  if (record.broken !== undefined) return { ok: false, reason: record.broken, notes };

  const fields = new Map<string, AdifField>();
  for (const field of record.fields) {
    if (fields.has(field.name)) {
      if (fields.get(field.name)!.value !== field.value) {
        note(gathered, field, `the field comes twice; the second value "${short(field.value)}" was left out`);
      }
    } else if (field.value !== "") fields.set(field.name, writable(gathered, field));
  }
  const draft: Draft = { call: "", startedAt: "", mode: "" };
  const fault = takeNeeded(draft, fields, gathered);
  if (fault !== null) return { ok: false, reason: fault, notes };
  const confirmations = takeConfirmations(fields, gathered);
  takeFacts(draft, fields, gathered);
  draft.extra = extra;
  draft.extra = withoutOwnCredits(draft);
  draft.confirmations = confirmations;
  return { ok: true, contact: draft, notes };
}
