import { compareBands, MODE_GROUPS, type ModeGroup } from "../band";
import type { Cause, Mend } from "../confirm/miss";
import type { Slot } from "./award";
import { type Award, describeItem, listedItem } from "./awards/award";
import type { Credit, CreditKey } from "./credit";

/** A contact, as both sides of a comparison name it. */
export interface TiedContact {
  readonly id: number | null;
  readonly call: string;
  readonly startedAt: string;
  readonly band: string;
  readonly mode: string;
}

/** A credit that an account says it granted, and what the log has of the contact that brought it. */
export interface Grant extends CreditKey {
  readonly theirs: TiedContact & { readonly ownCall: string };
  readonly ours: Ours;
}

type Ours =
  /** The log has the contact, which brings these items. */
  | { readonly found: "here"; readonly contact: TiedContact; readonly brings: readonly string[] }
  /** Another logbook has it. */
  | { readonly found: "elsewhere"; readonly logbook: string }
  /** It was in the log, and was taken out. */
  | { readonly found: "gone"; readonly batchId: number; readonly text: string }
  /** It is not there as they say; what keeps the two apart. */
  | {
      readonly found: "not";
      readonly cause: Cause;
      readonly text: string;
      readonly nearest: TiedContact | null;
      readonly mend: Mend | null;
    };

/** A credit of the log, with its contact. */
export interface OwnCredit extends Credit {
  readonly contact: TiedContact;
}

/**
 * What makes an account's totals and ours differ: what is first is what is mended soonest. "unrecorded": the log does
 * not say yet what was granted; "unproven": nothing confirms it here; "unclaimed": claimed, and the account knows of no
 * claim; "only here": granted by the log and not by the account.
 */
export const TIE_CAUSES = [
  ...(["unrecorded", "unproven", "other item", "gone", "call", "time", "band", "mode", "own call", "several"] as const),
  ...(["elsewhere", "none", "unclaimed", "only here", "unknown item", "twice", "deleted", "total"] as const),
] as const;
export type TieCause = (typeof TIE_CAUSES)[number];

/** One difference: an item, and on what it differs. */
export interface TieDifference {
  readonly cause: TieCause;
  /** Null where no item is to blame. */
  readonly item: string | null;
  /** "" for the item as such, bands, mode groups: the lines of the table that it is part of. */
  readonly on: readonly string[];
  readonly theirs: Grant["theirs"] | null;
  readonly ours: TiedContact | null;
  /** What there is to say of it beyond its cause; "" where that says all. */
  readonly text: string;
  readonly mend: Mend | null;
  /** The batch of the journal that took the contact out. */
  readonly batchId: number | null;
}

/** A line of the table: how many items are granted as such, on a band, or in a mode group. */
export interface TieLine {
  readonly on: string;
  /** What the account's total says; null where it says none. */
  readonly stated: number | null;
  /** How many its list of credits holds. */
  readonly there: number;
  readonly here: number;
  /** How many are confirmed here, granted or not. */
  readonly confirmed: number;
  /** How many differences it takes part in. */
  readonly apart: number;
}

export interface TieOut {
  readonly lines: readonly TieLine[];
  readonly differences: readonly TieDifference[];
}

interface TieInput {
  /** The service whose account it is. */
  readonly source: string;
  readonly totals: readonly { readonly on: string; readonly granted: number }[];
  readonly grants: readonly Grant[];
  /** What of an award the account has as claimed, not answered yet, or refused. */
  readonly known: readonly CreditKey[];
  readonly credits: readonly OwnCredit[];
  readonly slots: readonly Pick<Slot, "item" | "band" | "modeGroup" | "confirmed">[];
}

const cellKey = ({ item, on }: Pick<CreditKey, "item" | "on">) => `${on}\n${item}`;

/** Holds an account's credits of an award against ours, down to the items that make their totals differ. */
export function tieOut(award: Award, { source, totals, grants, known, credits, slots }: TieInput): TieOut {
  const differences = new Map<string, TieDifference & { readonly on: string[] }>();
  function differ(on: string, difference: Partial<TieDifference> & Pick<TieDifference, "cause" | "item">): void {
    const full = { theirs: null, ours: null, text: "", mend: null, batchId: null, ...difference };
    const { cause, item, theirs, ours, text } = full;
    const key = JSON.stringify([cause, item, theirs, ours, text]);
    const same = differences.get(key);
    if (same === undefined) differences.set(key, { ...full, on: [on] });
    else if (!same.on.includes(on)) same.on.push(on);
  }

  const there = new Map<string, Grant>();
  for (const grant of grants) {
    const first = there.get(cellKey(grant));
    if (first === undefined) there.set(cellKey(grant), grant);
    else
      differ(grant.on, {
        ...{ cause: "twice", item: grant.item, theirs: grant.theirs },
        text: `with ${first.theirs.call} of ${first.theirs.startedAt.slice(0, 10)} already`,
      });
  }
  const granted = credits.filter(({ state }) => state === "granted");
  const here = new Map(granted.map((credit) => [cellKey(credit), credit]));
  const confirmed = confirmedCells(award, slots);

  for (const [key, grant] of there) {
    const { item, on, theirs } = grant;
    const own = here.get(key);
    if (award.universe !== null && listedItem(award, item) === undefined)
      differ(on, { cause: "unknown item", item, theirs });
    else if (own !== undefined) {
      if (confirmed.has(key)) continue;
      // It was granted here as well, and its contact counts for something else by now.
      const isCorrected = grant.ours.found === "here" && !grant.ours.brings.includes(item);
      const why: Why = isCorrected ? whyNotHere(award, grant) : { cause: "unproven", ours: own.contact };
      differ(on, { item, theirs, ...why });
    } else differ(on, { item, theirs, ...whyNotHere(award, grant) });
  }
  for (const { item, on, contact, source: from } of granted)
    if (!there.has(cellKey({ item, on })))
      differ(on, { cause: "only here", item, ours: contact, text: from === source ? "the account had it once" : "" });
  const inAccount = new Set([...known.map(cellKey), ...there.keys()]);
  for (const { item, on, state, source: from, claim, contact } of credits)
    if (state === "claimed" && from === source && !inAccount.has(cellKey({ item, on })))
      differ(on, { cause: "unclaimed", item, ours: contact, text: claim === null ? "" : `as ${claim}` });

  const ons = linesOf(
    award,
    [...grants, ...granted].map(({ on }) => on),
  );
  const stated = new Map(totals.map(({ on, granted: total }) => [on, total]));
  for (const on of ons) {
    const total = stated.get(on);
    const listed = grants.filter((grant) => grant.on === on);
    const items = new Set(listed.map(({ item }) => item));
    if (total === undefined || total === items.size || total === listed.length) continue;
    const deleted = [...items].filter((item) => describeItem(award, item).deleted);
    if (deleted.length > 0 && total === items.size - deleted.length)
      for (const item of deleted) differ(on, { cause: "deleted", item });
    else differ(on, { cause: "total", item: null, text: `its total says ${total}, its list holds ${listed.length}` });
  }

  const all = [...differences.values()].sort((a, b) => TIE_CAUSES.indexOf(a.cause) - TIE_CAUSES.indexOf(b.cause));
  const countOn = (keys: Iterable<string>, on: string) => [...keys].filter((key) => key.startsWith(`${on}\n`)).length;
  return {
    differences: all,
    lines: ons.map((on) => ({
      on,
      stated: stated.get(on) ?? null,
      there: countOn(there.keys(), on),
      here: countOn(here.keys(), on),
      confirmed: countOn(confirmed, on),
      apart: all.filter((difference) => difference.on.includes(on)).length,
    })),
  };
}

type Why = Pick<TieDifference, "cause"> & Partial<Pick<TieDifference, "ours" | "text" | "mend" | "batchId">>;

function whyNotHere(award: Award, { item, ours }: Grant): Why {
  switch (ours.found) {
    case "here": {
      if (ours.brings.includes(item)) return { cause: "unrecorded", ours: ours.contact };
      const names = ours.brings.map((one) => describeItem(award, one).name).join(", ");
      return {
        ...{ cause: "other item", ours: ours.contact },
        text: names === "" ? `your log counts it for no ${award.one}` : `your log counts it for ${names}`,
      };
    }
    case "elsewhere":
      return { cause: "elsewhere", text: ours.logbook };
    case "gone":
      return { cause: "gone", text: ours.text, batchId: ours.batchId };
    case "not": {
      const { cause, text, nearest, mend } = ours;
      // What meets, or is confirmed, is found: what is left of these is no reason.
      const isReason = cause !== "met" && cause !== "confirmed";
      return { cause: isReason ? cause : "none", text, ours: nearest, mend };
    }
  }
}

/** What is confirmed of an award: items as such, on bands, in mode groups. */
function confirmedCells(award: Award, slots: TieInput["slots"]): ReadonlySet<string> {
  const cells = new Set<string>();
  for (const { item, band, modeGroup, confirmed } of slots) {
    if (confirmed === 0) continue;
    if (award.told.includes("item")) cells.add(cellKey({ item, on: "" }));
    if (award.told.includes("band")) cells.add(cellKey({ item, on: band }));
    if (award.told.includes("mode")) cells.add(cellKey({ item, on: modeGroup }));
  }
  return cells;
}

/** The award as such, then bands, the lowest first, then mode groups. */
function linesOf(award: Award, ons: readonly string[]): string[] {
  const isMode = (on: string): on is ModeGroup => (MODE_GROUPS as readonly string[]).includes(on);
  const all = new Set(ons);
  return [
    ...(award.told.includes("item") || all.has("") ? [""] : []),
    ...[...all].filter((on) => on !== "" && !isMode(on)).sort(compareBands),
    ...MODE_GROUPS.filter((group) => all.has(group)),
  ];
}
