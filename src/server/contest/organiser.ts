import { z } from "zod";
import type { Config } from "../config";

/** How an organiser is reached. */
export interface OrganiserAccess {
  readonly url: string;
  readonly timeoutMs: number;
}

export function organiserOf({ organiserUrl, organiserTimeoutSeconds }: Config): OrganiserAccess {
  return { url: organiserUrl, timeoutMs: organiserTimeoutSeconds * 1000 };
}

const text = z.string().max(1000);
const fault = z.object({ line: z.int(), text });
const answerSchema = z.discriminatedUnion("state", [
  z.object({ state: z.literal("taken"), receipt: z.string().max(60), text }),
  z.object({ state: z.literal("refused"), text, faults: z.array(fault).max(10_000).default([]) }),
]);
export type OrganiserAnswer = z.output<typeof answerSchema>;

const reportSchema = z.object({
  score: z.number(),
  text,
  findings: z.array(z.object({ line: z.string().max(200), text })).max(20_000),
});
export type OrganiserReport = z.output<typeof reportSchema>;

/** What went wrong with an organiser, in words that can be shown. */
export class OrganiserProblem extends Error {}

/** Hands in a log. @throws OrganiserProblem when the organiser is down, slow, or answers nonsense */
export async function handInLog(access: OrganiserAccess, tag: string, log: string): Promise<OrganiserAnswer> {
  const init = { method: "POST", body: log, headers: { "content-type": "text/plain" } };
  return understand(answerSchema, await ask(access, `logs/${encodeURIComponent(tag)}`, init));
}

/** What the cross-check of all logs found. Throws as `handInLog` does, also while logs are still taken. */
export async function fetchReport(access: OrganiserAccess, tag: string, receipt: string): Promise<OrganiserReport> {
  const path = `logs/${encodeURIComponent(tag)}/${encodeURIComponent(receipt)}/report`;
  return understand(reportSchema, await ask(access, path, {}));
}

const LARGEST_ANSWER = 5_000_000;

async function ask(access: OrganiserAccess, path: string, init: RequestInit): Promise<unknown> {
  let response: Response;
  let body: string;
  try {
    const signal = AbortSignal.timeout(access.timeoutMs);
    response = await fetch(new URL(path, access.url), { ...init, redirect: "error", signal });
    body = await response.text();
  } catch (error) {
    throw new OrganiserProblem(
      (error as Error).name === "TimeoutError"
        ? `The organiser did not answer within ${Math.round(access.timeoutMs / 1000)} s: try again; the log is kept here`
        : "The organiser cannot be reached: try again later, or save the log as a file",
    );
  }
  const data = body.length > LARGEST_ANSWER ? null : jsonOf(body);
  const said = z.object({ text }).safeParse(data);
  // Refusals carry their reason, with a status that says the same.
  const refused = z.object({ state: z.literal("refused") }).safeParse(data).success;
  if (!response.ok && !refused)
    throw new OrganiserProblem(
      said.success
        ? `The organiser says: ${said.data.text}`
        : `The organiser answered with error ${response.status}: try again later`,
    );
  if (data === null) throw new OrganiserProblem("The organiser's answer is no data: is the address right?");
  return data;
}

function jsonOf(body: string): unknown {
  try {
    return JSON.parse(body) as unknown;
  } catch {
    return null;
  }
}

function understand<Value>(schema: z.ZodType<Value>, data: unknown): Value {
  const parsed = schema.safeParse(data);
  if (parsed.success) return parsed.data;
  throw new OrganiserProblem("The organiser's answer is not understood: nothing was taken from it");
}
