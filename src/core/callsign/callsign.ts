import { ituAllocation } from "./itu";

/** A call as sent on the air, taken apart. All texts are upper case, digits are ASCII. */
export interface Callsign {
  /** The whole call, cleaned: "EA8/CX3QUA/P". */
  readonly call: string;
  /** The station's own call without designators: "CX3QUA". Variants of one station share it. */
  readonly base: string;
  /** The prefix as prefix-counting contests and awards take it: "EA8". */
  readonly prefix: string;
  /** The digit of the area one operates in: the base call's own or the one given after a stroke; "" if none or several. */
  readonly digit: string;
  /** What follows the digit in the base call: "QUA". */
  readonly suffix: string;
  /**
   * What tells where it operates: the base call, its prefix with the digit replaced (whose letters tell of home, and
   * are left out), or a portable prefix.
   */
  readonly location: string;
  /** True when `location` is a designator given before or after a stroke, and not the base call itself. */
  readonly portable: boolean;
  /** Designators that do not move the station: "P", "M", "QRP", "A"... in the order given. */
  readonly markers: readonly string[];
  /** At sea or in the air: in no entity. */
  readonly mobile: "maritime" | "aeronautical" | null;
}

export type CallsignResult =
  { readonly ok: true; readonly callsign: Callsign } | { readonly ok: false; readonly reason: string };

/** Prefix (with a letter), then the digits, then a suffix that ends in a letter. */
const FULL_CALL = /^(SS[A-Z]|[A-Z]{1,2}|[0-9][A-Z]{1,2})([0-9]+)([A-Z](?:[A-Z0-9]*[A-Z])?)$/;
const ONE_LETTER_ALLOCATIONS = "BFGIKMNRW";
const LONGEST_CALL = 20;
const LONGEST_BASE = 13;

/**
 * Designators that say how, not where, one operates. None is a prefix in use; of the single letters those are left out
 * that are the prefix of a country by themselves and are meant so behind a call (F, G, I, K, W).
 */
const MARKERS = new Set(
  "A B C D E H J L M N O P Q R S T U V X Y Z QRP QRPP LH LGT BCN JOTA FF PORTABLE MOBILE".split(" "),
);
/** License-class designators of the United States, which elsewhere are prefixes. */
const UNITED_STATES_MARKERS = new Set(["AE", "AA", "AG", "KT"]);
/** Calls that were issued without a suffix. */
const WITHOUT_SUFFIX = new Set(["TX9"]);

/** Upper case, slashed zeros as zeros, no spaces: what a person meant to type. */
export function cleanCall(text: string): string {
  return /^[A-Z0-9/]+$/.test(text)
    ? text
    : text
        .normalize("NFKC")
        .replace(/[ØøΘ∅⌀⊘]|0\u0338/gu, "0")
        .replace(/[\\⁄∕]/gu, "/")
        .replace(/[\s\u200b\ufeff]+/gu, "")
        .toUpperCase();
}

/**
 * Takes a call apart. The general form (ITU Radio Regulations, article 19) is asked of the base call: a prefix, a
 * digit or more, and a suffix ending in a letter; a call of four to six letters without any digit is let through,
 * since such calls were issued.
 *
 * A text that is no call gives a reason fit to be shown to the operator.
 */
export function parseCallsign(text: string): CallsignResult {
  const call = cleanCall(text);
  const whole = FULL_CALL.exec(call);
  if (whole !== null && call.length <= LONGEST_BASE) return plainCall(call, whole);
  const formFault = faultOfForm(call);
  if (formFault !== null) return { ok: false, reason: formFault };
  const parts = call.split("/");
  const markers: string[] = [];
  let mobile: Callsign["mobile"] = null;
  let areaDigit: string | null = null;

  while (parts.length > 1) {
    const last = parts[parts.length - 1]!;
    if (/^MM[1-3]?$/.test(last)) mobile = "maritime";
    else if (last === "AM") mobile = "aeronautical";
    else if (/^[0-9]$/.test(last) && areaDigit === null) areaDigit = last;
    else if (!isMarker(last, parts)) break;
    markers.unshift(last);
    parts.pop();
  }
  // Between a place and a call, or behind a call that a place follows: E5/N/DL5QRA, DL5QRA/P/EA8.
  const between = parts.length > 2 ? parts.splice(1, parts.length - 2) : NONE;
  if (!between.every((part) => /^[A-Z0-9]$/.test(part) || MARKERS.has(part)))
    return { ok: false, reason: `"${call}" has more than one place: ${[parts[0], ...between, parts[1]].join(", ")}` };
  if (between.length > 0) markers.unshift(...between);

  const [first = "", second] = parts;
  const base = second === undefined ? first : baseOf(first, second);
  const elsewhere = second === undefined ? null : base === first ? second : first;
  const form = takeApart(base);
  if (form === null) return { ok: false, reason: faultOfBase(base) };
  if (elsewhere !== null && !/^(?=.*[A-Z])[A-Z0-9]{1,5}$/.test(elsewhere)) {
    return { ok: false, reason: `"${elsewhere}" is no prefix that a station could operate from` };
  }
  const prefix = countingPrefix(form, elsewhere, areaDigit);
  return {
    ok: true,
    callsign: {
      call,
      base,
      prefix,
      digit: areaDigit ?? (elsewhere === null ? form.digit : areaOf(elsewhere)),
      suffix: form.suffix,
      location: locationOf(base, form, elsewhere, areaDigit),
      portable: elsewhere !== null,
      markers,
      mobile: mobile ?? (elsewhere === null ? mobileByCall(base) : null),
    },
  };
}

const V = "V".charCodeAt(0);

/** Canada licenses its ships under VE0. */
function mobileByCall(base: string): Callsign["mobile"] {
  return base.charCodeAt(0) === V && base.startsWith("VE0") ? "maritime" : null;
}

/**
 * The beginning of a call while it is typed, as if a station operated from that prefix: "OY", "OY4", "KH6/". Null
 * where it cannot become a call.
 */
export function parsePartialCall(text: string): Callsign | null {
  const call = cleanCall(text);
  if (faultOfForm(call.replace(/\/$/, "")) !== null) return null;
  const location = call.split("/")[0]!;
  if (ituAllocation(location) === null) return null;
  return {
    call,
    base: location,
    prefix: location,
    digit: areaOf(location),
    suffix: "",
    location,
    portable: true,
    markers: NONE,
    mobile: null,
  };
}

/** The call without its designators, or the cleaned text itself where it is no call. Two variants share it. */
export function baseCall(text: string): string {
  const result = parseCallsign(text);
  return result.ok ? result.callsign.base : cleanCall(text);
}

interface Form {
  readonly national: string;
  readonly digits: string;
  readonly suffix: string;
  readonly digit: string;
}

const NONE: readonly string[] = [];

function plainCall(call: string, match: RegExpExecArray): CallsignResult {
  const form = formOf(match);
  return {
    ok: true,
    callsign: {
      call,
      base: call,
      prefix: form.national + form.digits,
      digit: form.digit,
      suffix: form.suffix,
      location: call,
      portable: false,
      markers: NONE,
      mobile: mobileByCall(call),
    },
  };
}

function formOf(match: RegExpExecArray): Form {
  const [, letters = "", figures = "", suffix = ""] = match;
  const figureIsNational = letters.length === 1 && figures.length > 1 && !ONE_LETTER_ALLOCATIONS.includes(letters);
  const national = figureIsNational ? letters + figures[0]! : letters;
  const digits = figureIsNational ? figures.slice(1) : figures;
  return { national, digits, suffix, digit: digits.length === 1 ? digits : "" };
}

function takeApart(base: string): Form | null {
  if (base.length > LONGEST_BASE) return null;
  const match = FULL_CALL.exec(base);
  if (match !== null) return formOf(match);
  if (WITHOUT_SUFFIX.has(base))
    return { national: base.slice(0, 2), digits: base.slice(2), suffix: "", digit: base.slice(2) };
  if (/^[A-Z]{4,6}$/.test(base)) return { national: base.slice(0, 2), digits: "", suffix: base.slice(2), digit: "" };
  return null;
}

/** The rule of prefix counting; see docs/core.md for its cases. */
function countingPrefix(form: Form, elsewhere: string | null, areaDigit: string | null): string {
  if (elsewhere !== null) {
    const lastDigit = elsewhere.slice(1).search(/[0-9][^0-9]*$/) + 1;
    const prefix = lastDigit > 0 ? elsewhere.slice(0, lastDigit + 1) : elsewhere + "0";
    // The digit of S5 and C6 is the country's; C6A goes on without one of an area, as all calls there do.
    const isNational = lastDigit === 1 && !isWholePrefix(prefix);
    if (areaDigit !== null) return (isNational ? prefix : prefix.slice(0, -1)) + areaDigit;
    return isNational && elsewhere.length === prefix.length ? prefix + "0" : prefix;
  }
  const own = form.national + (form.digits === "" ? "0" : form.digits);
  return areaDigit === null ? own : form.national + areaDigit;
}

/** Whether a letter and a digit make prefix and area ("F6"), and not a two-character allocation alone ("E7", "S5"). */
function isWholePrefix(prefix: string): boolean {
  return ONE_LETTER_ALLOCATIONS.includes(prefix[0]!);
}

/** The area digit in a portable prefix: the "8" of "EA8", the "2" of "3D2R"; "" where it has none. */
function areaOf(portable: string): string {
  return /[0-9](?=[^0-9]*$)/.exec(portable.slice(1))?.[0] ?? "";
}

function locationOf(base: string, form: Form, elsewhere: string | null, areaDigit: string | null): string {
  if (areaDigit === null) return elsewhere ?? base;
  return elsewhere === null ? form.national + areaDigit : countingPrefix(form, elsewhere, areaDigit);
}

function isMarker(part: string, parts: readonly string[]): boolean {
  if (/^[0-9]{2,}$/.test(part) || MARKERS.has(part)) return true;
  const before = parts[parts.length - 2] ?? "";
  // G after a call of Réunion is Glorioso, not England.
  if (part === "G") return /^FR[0-9]/.test(before);
  if (UNITED_STATES_MARKERS.has(part)) return /^(A[A-L]|[KNW])/.test(before);
  const argentineProvince = /^[A-Z]$/.test(part) && /^(L[O-W2-9]|A[YZ])/.test(before);
  return argentineProvince;
}

/** Which of two parts is the station's own call: the one of full form; of two such, the longer, then the second. */
function baseOf(first: string, second: string): string {
  const firstIs = takeApart(first) !== null;
  const secondIs = takeApart(second) !== null;
  if (firstIs !== secondIs) return firstIs ? first : second;
  if (first.length !== second.length) return first.length > second.length ? first : second;
  return second;
}

function faultOfForm(call: string): string | null {
  if (call === "") return "no call was given";
  const odd = /[^A-Z0-9/]/u.exec(call);
  if (odd !== null) return `"${odd[0]}" cannot be in a call: letters, digits and strokes only`;
  if (call.length > LONGEST_CALL) return `a call has at most ${LONGEST_CALL} characters, this has ${call.length}`;
  if (call.startsWith("/") || call.endsWith("/")) return `"${call}": something is missing beside the stroke`;
  if (call.includes("//")) return `"${call}": two strokes in a row`;
  return null;
}

function faultOfBase(base: string): string {
  if (base.length > LONGEST_BASE) return `"${base}" is too long for a call`;
  if (!/[A-Z]/.test(base)) return `"${base}" has no letter: a call has a prefix, a digit and a suffix`;
  if (!/[0-9]/.test(base)) return `"${base}" has no digit: a call has a prefix, a digit and a suffix`;
  if (/[0-9]$/.test(base)) return `"${base}" ends in a digit: the suffix is missing`;
  if (ituAllocation(base) === null) return `"${base}" begins with no prefix that is allocated to anyone`;
  return `"${base}" is no call: a call has a prefix, a digit and a suffix`;
}
