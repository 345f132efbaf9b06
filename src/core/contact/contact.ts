import type { z } from "zod";
import "./issueWords";
import { bandOfFrequency, modeByName, modeGroup, type ModeGroup, parseMode, reportFault } from "../band";
import { cleanCall, parseCallsign } from "../callsign";
import { type CallException, resolve } from "../entity";
import { contactFactsSchema, type ExtraField, parseFacts } from "./parseFacts";
import { secondsOf } from "./seconds";

export type ContactInput = z.input<typeof contactFactsSchema>;
export type ContactFacts = z.output<typeof contactFactsSchema> & { readonly band: string; readonly endedAt: string };

/** A contact with all that follows from its facts. */
export interface CompleteContact extends ContactFacts {
  readonly baseCall: string;
  readonly modeGroup: ModeGroup;
}

/** What is wrong, in which field, in words that say how to mend it. */
export interface Fault {
  readonly field: string;
  readonly text: string;
}

export type Checked<Value> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly faults: readonly Fault[] };

/** How far the clock of the browser or of another program may be ahead of ours, seconds. */
const CLOCK_SLACK = 300;

/**
 * The one gate through which every contact comes, from the entry line, the interface for programs, and files.
 *
 * @param now seconds since 1970 UTC; no contact is later
 * @param anyCall whether the call may be none: what came in a file is kept as it came
 */
export function checkContact(input: unknown, now: number, anyCall = false): Checked<ContactFacts> {
  const parsed = parseFacts(input);
  const faults = anyCall ? [] : callFaults((input as { readonly call?: unknown } | null)?.call);
  if (!parsed.success) {
    const others = faultsOf(parsed.error);
    return { ok: false, faults: others.some(({ field }) => field === "call") ? others : [...faults, ...others] };
  }
  const facts = parsed.data;
  const found = bandFor(facts.band, facts.frequencyHz, faults);
  if (facts.bandReceived !== null || facts.frequencyReceivedHz !== null) {
    facts.bandReceived = bandFor(facts.bandReceived, facts.frequencyReceivedHz, faults, "bandReceived");
  }
  const started = secondsOf(facts.startedAt);
  const ended = facts.endedAt === null ? started : secondsOf(facts.endedAt);
  if (started > now + CLOCK_SLACK)
    faults.push({
      field: "startedAt",
      text: `${facts.startedAt} is in the future: check the date and the time, which are UTC`,
    });
  if (ended < started) faults.push({ field: "endedAt", text: "it ends before it begins" });
  if (started < FIRST_CONTACT)
    faults.push({
      field: "startedAt",
      text: `${facts.startedAt} is before there were amateur contacts: check the year`,
    });
  const meant = parseMode(facts.submode ?? "") ?? parseMode(facts.mode);
  if (meant !== null && modeByName(facts.mode) === undefined) facts.mode = meant.mode;
  if (meant !== null && facts.submode === null) facts.submode = meant.submode;
  if (found === null || faults.length > 0) return { ok: false, faults };
  return { ok: true, value: { ...facts, band: found, endedAt: facts.endedAt ?? facts.startedAt } };
}

function callFaults(call: unknown): Fault[] {
  const read = typeof call === "string" ? parseCallsign(call) : null;
  return read?.ok === false ? [{ field: "call", text: read.reason }] : [];
}

const FIRST_CONTACT = Date.UTC(1900) / 1000;

/** What is odd about a contact but does not stop it; the entry line says these once. */
export function contactDoubts(
  facts: Pick<ContactFacts, "mode" | "submode" | "reportSent" | "reportReceived">,
): Fault[] {
  const doubts: Fault[] = [];
  if (modeByName(facts.mode) === undefined)
    doubts.push({ field: "mode", text: `${facts.mode} is no mode of the standard; it counts as digital` });
  for (const field of ["reportSent", "reportReceived"] as const) {
    const fault = reportFault(facts[field] ?? "", facts.mode, facts.submode);
    if (fault !== null) doubts.push({ field, text: fault });
  }
  return doubts;
}

/**
 * Adds what follows from the facts: the base call, the mode group, and entity, continent and zones where they are
 * not given, and it is not said that there is no entity.
 */
export function completeContact(
  facts: ContactFacts,
  exceptions?: ReadonlyMap<string, readonly CallException[]>,
): CompleteContact {
  const parsed = parseCallsign(facts.call);
  const place = resolve(parsed.ok ? parsed.callsign : facts.call, secondsOf(facts.startedAt), exceptions);
  const sameEntity = facts.entityCode === null || facts.entityCode === place.entity?.code;
  // A copy of a whole object is made at once; keys that are added to one cost as much each.
  const complete: Record<string, unknown> = { ...BLANK };
  for (const key in facts) complete[key] = facts[key as keyof ContactFacts];
  complete["baseCall"] = parsed.ok ? parsed.callsign.base : cleanCall(facts.call);
  complete["modeGroup"] = modeGroup(facts.mode);
  if (facts.entityCode === null && facts.extra.some(saysNoEntity)) return complete as unknown as CompleteContact;
  complete["entityCode"] ??= place.entity?.code ?? null;
  if (sameEntity) for (const key of FROM_PLACE) complete[key] ??= place[key];
  return complete as unknown as CompleteContact;
}

/** The field of the standard, and its value, by which a log says that no entity applies. */
const NO_ENTITY = { name: "DXCC", value: /^0+$/ };

function saysNoEntity({ name, value }: ExtraField): boolean {
  return name === NO_ENTITY.name && NO_ENTITY.value.test(value);
}

/** The further fields, without one that says that no entity applies. */
export function withoutNoEntity<Field extends ExtraField>(extra: readonly Field[]): Field[] {
  return extra.filter((one) => !saysNoEntity(one));
}

const FROM_PLACE = ["continent", "cqZone", "ituZone"] as const;
const BLANK = Object.fromEntries(
  [...Object.keys(contactFactsSchema.shape), "baseCall", "modeGroup"].map((key) => [key, null]),
);

/** Zod's issues as faults: the field's path, and the message. */
export function faultsOf(error: z.ZodError): Fault[] {
  return error.issues.map((issue) => ({
    field: issue.path.join(".") || (issue.code === "unrecognized_keys" ? issue.keys.join(", ") : "(whole)"),
    text: issue.code === "unrecognized_keys" ? `there is no field ${issue.keys.join(", ")}` : issue.message,
  }));
}

function bandFor(given: string | null, frequencyHz: number | null, faults: Fault[], field = "band"): string | null {
  const byFrequency = frequencyHz === null ? undefined : bandOfFrequency(frequencyHz);
  if (given !== null && byFrequency !== undefined && byFrequency.name !== given) {
    faults.push({
      field,
      text: `${frequencyHz! / 1e6} MHz is in ${byFrequency.name}, and the band says ${given}: correct one of them`,
    });
  }
  const band = given ?? byFrequency?.name ?? null;
  if (band === null) faults.push({ field, text: "neither band nor frequency is given" });
  return band;
}
