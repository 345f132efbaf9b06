import type { Question } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import { fullTime } from "../../core/time/words";
import { JobProblem } from "../jobs/jobRun";
import { askJson, NoAnswer } from "./askJson";

/** Why a service has no answer that is of use; the message is for people and says what to do. */
export class ServiceProblem extends JobProblem {
  constructor(
    message: string,
    /** For how long the service wants to be left alone, seconds. */
    readonly restSeconds: number | null = null,
  ) {
    super(message);
  }
}

/** It does not let one in. */
export class RefusedAccess extends ServiceProblem {}

/** Who is asked, and how. */
export interface Whom {
  readonly name: string;
  readonly url: string;
  readonly timeoutMs: number;
  readonly headers: Readonly<Record<string, string>>;
  /** What must not be said back. */
  readonly secrets: readonly string[];
  /** What it does not let one in with, as "the token". */
  readonly key: string;
}

/** A question that may be about something that is not there. */
interface HttpQuestion<Answer> extends Question<Answer> {
  /** What it means that there is no such thing. */
  readonly absent?: Answer;
}

const LARGEST_ANSWER = 5_000_000;
/** Nobody is left alone for longer, whatever he asks for. */
const LONGEST_REST = 86_400;

/**
 * Asks a service, and takes nothing from an answer that is not understood whole.
 *
 * @throws ServiceProblem when it is down, slow, busy, or answers nonsense
 */
export async function askQuestion<Answer>(
  whom: Whom,
  question: HttpQuestion<Answer>,
  signal?: AbortSignal,
): Promise<Answer> {
  const { name, url, timeoutMs, secrets, key } = whom;
  const body = question.body === undefined ? {} : { body: JSON.stringify(question.body) };
  const type = question.body === undefined ? {} : { "content-type": "application/json" };
  const init = { method: question.method, headers: { ...whom.headers, ...type }, ...body };
  const limits = { timeoutMs, largest: LARGEST_ANSWER, repeatable: true, secrets, ...(signal && { signal }) };
  const answer = await askJson(new URL(question.path, `${url.replace(/\/+$/, "")}/`), init, limits).catch(
    (error: unknown) => {
      throw error instanceof NoAnswer ? new ServiceProblem(WORDS[error.why](whom)) : error;
    },
  );
  if (answer.status === 401 || answer.status === 403)
    throw new RefusedAccess(`${name} refused ${key}: check it in the settings of ${name}`);
  if (answer.retryAfter !== null) throw busy(name, Math.min(answer.retryAfter, LONGEST_REST));
  if (answer.status === 429) throw busy(name, null);
  if (answer.status >= 300 && answer.status < 400)
    throw new ServiceProblem(`${name} sends one on to another address, which is not followed: is the address right?`);
  if (answer.status === 404 && question.absent !== undefined && answer.data !== undefined) return question.absent;
  if (!answer.ok)
    throw new ServiceProblem(`${name} answered with error ${answer.status}: try again later; nothing was lost`);
  if (!answer.type.includes("json"))
    throw new ServiceProblem(
      `${name} answered with ${answer.type || "something"} and not with data: is the address right? Nothing was lost`,
    );
  if (answer.data === undefined)
    throw new ServiceProblem(`${name}'s answer broke off or is no JSON: try again; nothing was lost`);
  const understood = question.answer.safeParse(answer.data);
  if (understood.success) return understood.data;
  const place = understood.error.issues[0]?.path.join(".") ?? "";
  throw new ServiceProblem(`${name}'s answer is not understood (${place}): nothing was taken from it`);
}

function busy(name: string, seconds: number | null): ServiceProblem {
  const until = seconds === null ? "" : ` until ${fullTime(isoTime(Date.now() / 1000 + seconds))} UTC`;
  return new ServiceProblem(`${name} is busy and asks to be left alone${until}; nothing was lost`, seconds);
}

const WORDS: Readonly<Record<NoAnswer["why"], (whom: Whom) => string>> = {
  slow: ({ name, timeoutMs }) =>
    `${name} did not answer within ${Math.round(timeoutMs / 1000)} s: try again; nothing was lost`,
  silent: ({ name }) => `${name} began to answer and fell silent: try again; nothing was lost`,
  large: ({ name }) => `${name}'s answer is larger than any true one: is the address right? Nothing was taken from it`,
  unreachable: ({ name, url }) =>
    `${name} at ${new URL(url).host} cannot be reached, or closed the connection: try again; nothing was lost`,
};
