import type { Fault } from "../core/contact";

/** An expected failure, as problem details (RFC 9457): what is wrong, where, and how to mend it. */
export interface Problem {
  readonly status: number;
  readonly title: string;
  readonly detail: string;
  readonly faults?: readonly Fault[];
}

export type Result<Value> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly problem: Problem };

export function done<Value>(value: Value): Result<Value> {
  return { ok: true, value };
}

export function failed(
  status: number,
  title: string,
  detail: string,
  faults?: readonly Fault[],
): { readonly ok: false; readonly problem: Problem } {
  return { ok: false, problem: { status, title, detail, ...(faults === undefined ? {} : { faults }) } };
}

export function invalid(faults: readonly Fault[]): { readonly ok: false; readonly problem: Problem } {
  return failed(422, "Not valid", faults.map((fault) => `${fault.field}: ${fault.text}`).join("; "), faults);
}

export function missing(what: string): { readonly ok: false; readonly problem: Problem } {
  return failed(404, "Not found", `${what} does not exist`);
}

/** A problem as its response. */
export function problemResponse({ status, title, detail, faults }: Problem): Response {
  const body = {
    type: "about:blank",
    title,
    status,
    detail,
    ...(faults === undefined ? {} : { errors: faults.map(({ field, text }) => ({ field, detail: text })) }),
  };
  return new Response(JSON.stringify(body), { status, headers: { "content-type": "application/problem+json" } });
}
