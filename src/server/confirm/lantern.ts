import { z } from "zod";
import { askJson, NoAnswer } from "../http/askJson";
import { JobProblem } from "../jobs/jobRun";

/** How a service is reached. The token never leaves the server. */
export interface ServiceAccess {
  readonly url: string;
  readonly token: string;
  readonly timeoutMs: number;
}

export interface LanternContact {
  readonly id: number;
  readonly ownCall: string;
  readonly call: string;
  readonly startedAt: string;
  readonly band: string;
  readonly mode: string;
  readonly submode: string | null;
}

const answersSchema = z.object({
  results: z
    .array(
      z.object({
        id: z.int(),
        answer: z.enum(["accepted", "known", "refused"]),
        reason: z.string().max(500).nullish(),
      }),
    )
    .max(1000),
});
export type LanternAnswer = z.output<typeof answersSchema>["results"][number];

const statementsSchema = z.object({
  statements: z
    .array(
      z.object({
        id: z.string().min(1).max(100),
        ownCall: z.string().max(20),
        call: z.string().max(20),
        startedAt: z.iso.datetime({ offset: true }),
        band: z.string().max(20),
        mode: z.string().max(40),
      }),
    )
    .max(1000),
  cursor: z.string().max(100),
  more: z.boolean(),
});
export type LanternPage = z.output<typeof statementsSchema>;

const LARGEST_ANSWER = 5_000_000;

/**
 * Hands contacts to Lantern. Sending the same contact twice is answered "known".
 *
 * @throws JobProblem in plain words when Lantern is down, slow, or answers nonsense
 */
export async function sendToLantern(
  access: ServiceAccess,
  contacts: readonly LanternContact[],
  signal: AbortSignal,
): Promise<LanternAnswer[]> {
  const body = JSON.stringify({ contacts });
  const answer = await ask(
    access,
    "contacts",
    { method: "POST", body, headers: { "content-type": "application/json" } },
    signal,
  );
  return understand(answersSchema, answer).results;
}

/** What others said of us since the cursor ("" for the beginning), oldest first. Throws as `sendToLantern` does. */
export async function fetchFromLantern(
  access: ServiceAccess,
  cursor: string,
  signal: AbortSignal,
): Promise<LanternPage> {
  const query = new URLSearchParams({ after: cursor, limit: "200" });
  return understand(statementsSchema, await ask(access, `statements?${query}`, {}, signal));
}

async function ask(
  { url, token, timeoutMs }: ServiceAccess,
  path: string,
  init: { readonly method?: string; readonly body?: string; readonly headers?: Readonly<Record<string, string>> },
  signal: AbortSignal,
): Promise<unknown> {
  const headers = { ...init.headers, authorization: `Bearer ${token}` };
  const limits = { timeoutMs, largest: LARGEST_ANSWER, signal, repeatable: true, secrets: [token] };
  const answer = await askJson(new URL(path, url), { ...init, headers }, limits).catch((error: unknown) => {
    throw error instanceof NoAnswer ? new JobProblem(WORDS[error.why]({ url, timeoutMs })) : error;
  });
  if (answer.status === 401) throw new JobProblem("Lantern refused the token: check it in the configuration");
  if (!answer.ok)
    throw new JobProblem(`Lantern answered with error ${answer.status}: try again later; nothing was lost`);
  if (!answer.type.includes("json"))
    throw new JobProblem(
      `Lantern answered with ${answer.type || "something"} and not with data: is the address right? Nothing was lost`,
    );
  if (answer.data === undefined)
    throw new JobProblem("Lantern's answer broke off or is no JSON: try again; nothing was lost");
  return answer.data;
}

const WORDS: Readonly<Record<NoAnswer["why"], (access: Omit<ServiceAccess, "token">) => string>> = {
  slow: ({ timeoutMs }) =>
    `Lantern did not answer within ${Math.round(timeoutMs / 1000)} s: try again; nothing was lost`,
  silent: () => "Lantern began to answer and fell silent: try again; nothing was lost",
  large: () => "Lantern's answer is larger than any true one: is the address right? Nothing was taken from it",
  unreachable: ({ url }) =>
    `Lantern at ${new URL(url).host} cannot be reached, or closed the connection: try again; nothing was lost`,
};

function understand<Value>(schema: z.ZodType<Value>, data: unknown): Value {
  const parsed = schema.safeParse(data);
  if (!parsed.success)
    throw new JobProblem(
      `Lantern's answer is not understood (${parsed.error.issues[0]?.path.join(".") ?? ""}): nothing was taken from it`,
    );
  return parsed.data;
}
