import { z } from "zod";
import type { Config } from "../config";
import { askJson, NoAnswer } from "../http/askJson";

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
  findings: z
    .array(
      z.object({
        call: z.string().max(30),
        band: z.string().max(10),
        at: z.iso.datetime(),
        line: z.string().max(200),
        text,
        lost: z.number().nullable(),
      }),
    )
    .max(20_000),
});
export type OrganiserReport = z.output<typeof reportSchema>;

/** What went wrong with an organiser, in words that can be shown. */
export class OrganiserProblem extends Error {}

/**
 * Hands in a log under a key of ours; handing it in again under the same key gives the same receipt.
 *
 * @throws OrganiserProblem when the organiser is down, slow, or answers nonsense: whether the log arrived is open then
 */
export async function handInLog(
  access: OrganiserAccess,
  tag: string,
  key: string,
  log: string,
): Promise<OrganiserAnswer> {
  const init = { method: "POST", body: log, headers: { "content-type": "text/plain" } };
  return understand(answerSchema, dataOf(await ask(access, `${pathOf(tag)}?${new URLSearchParams({ key })}`, init)));
}

/** What became of a log that was handed in under a key; null when it never arrived. Throws as `handInLog` does. */
export async function askForReceipt(
  access: OrganiserAccess,
  tag: string,
  key: string,
): Promise<OrganiserAnswer | null> {
  const answer = await ask(access, `${pathOf(tag)}/handed/${encodeURIComponent(key)}`, {});
  return answer.status === 404 ? null : understand(answerSchema, dataOf(answer));
}

function pathOf(tag: string): string {
  return `logs/${encodeURIComponent(tag)}`;
}

/** What the cross-check of all logs found, or why there is none yet. Throws as `handInLog` does. */
export async function fetchReport(
  access: OrganiserAccess,
  tag: string,
  receipt: string,
): Promise<OrganiserReport | { readonly notYet: string }> {
  const answer = await ask(access, `${pathOf(tag)}/${encodeURIComponent(receipt)}/report`, {});
  const early = answer.status === 409 ? z.object({ text }).safeParse(answer.data) : null;
  return early?.success === true ? { notYet: early.data.text } : understand(reportSchema, dataOf(answer));
}

const LARGEST_ANSWER = 5_000_000;

type Answer = Awaited<ReturnType<typeof askJson>>;

async function ask({ url, timeoutMs }: OrganiserAccess, path: string, init: RequestInit): Promise<Answer> {
  const limits = { timeoutMs, largest: LARGEST_ANSWER };
  return askJson(new URL(path, url), init, limits).catch((error: unknown) => {
    if (!(error instanceof NoAnswer)) throw error;
    throw new OrganiserProblem(WORDS[error.why](Math.round(timeoutMs / 1000)));
  });
}

const WORDS: Readonly<Record<NoAnswer["why"], (seconds: number) => string>> = {
  slow: (seconds) => `The organiser did not answer within ${seconds} s: try again; the log is kept here`,
  silent: () => "The organiser began to answer and fell silent: try again; the log is kept here",
  large: () => "The organiser's answer is larger than any true one: is the address right?",
  unreachable: () => "The organiser cannot be reached: try again later, or save the log as a file",
};

function dataOf({ ok, status, data }: Answer): unknown {
  const said = z.object({ text }).safeParse(data);
  // Refusals carry their reason, with a status that says the same.
  const refused = z.object({ state: z.literal("refused") }).safeParse(data).success;
  if (!ok && !refused)
    throw new OrganiserProblem(
      said.success
        ? `The organiser says: ${said.data.text}`
        : `The organiser answered with error ${status}: try again later`,
    );
  if (data === undefined) throw new OrganiserProblem("The organiser's answer is no data: is the address right?");
  return data;
}

function understand<Value>(schema: z.ZodType<Value>, data: unknown): Value {
  const parsed = schema.safeParse(data);
  if (parsed.success) return parsed.data;
  throw new OrganiserProblem("The organiser's answer is not understood: nothing was taken from it");
}
