import { z } from "zod";
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

async function ask(access: ServiceAccess, path: string, init: RequestInit, signal: AbortSignal): Promise<string> {
  const timeout = AbortSignal.timeout(access.timeoutMs);
  try {
    const response = await fetch(new URL(path, access.url), {
      ...init,
      headers: { ...init.headers, authorization: `Bearer ${access.token}` },
      redirect: "error",
      signal: AbortSignal.any([signal, timeout]),
    });
    if (response.status === 401) throw new JobProblem("Lantern refused the token: check it in the configuration");
    if (!response.ok)
      throw new JobProblem(`Lantern answered with error ${response.status}: try again later; nothing was lost`);
    const type = response.headers.get("content-type") ?? "";
    if (!type.includes("json"))
      throw new JobProblem(
        `Lantern answered with ${type.split(";")[0] || "something"} and not with data: is the address right? Nothing was lost`,
      );
    const text = await response.text();
    if (text.length > LARGEST_ANSWER) throw new JobProblem("Lantern's answer is larger than any true one");
    return text;
  } catch (error) {
    if (error instanceof JobProblem || signal.aborted) throw error;
    if (timeout.aborted)
      throw new JobProblem(
        `Lantern did not answer within ${Math.round(access.timeoutMs / 1000)} s: try again; nothing was lost`,
      );
    throw new JobProblem(
      `Lantern at ${new URL(access.url).host} cannot be reached, or closed the connection: try again; nothing was lost`,
    );
  }
}

function understand<Value>(schema: z.ZodType<Value>, text: string): Value {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new JobProblem("Lantern's answer broke off or is no JSON: try again; nothing was lost");
  }
  const parsed = schema.safeParse(data);
  if (!parsed.success)
    throw new JobProblem(
      `Lantern's answer is not understood (${parsed.error.issues[0]?.path.join(".") ?? ""}): nothing was taken from it`,
    );
  return parsed.data;
}
