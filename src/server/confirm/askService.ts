import type { Question, Service } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import { fullTime } from "../../core/time/words";
import { askJson, NoAnswer } from "../http/askJson";
import { JobProblem } from "../jobs/jobRun";
import { failed, type Result } from "../problem";
import type { ServiceAccess } from "./access";

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

/** Does something that asks a service; that it has no answer of use is a refusal. */
export async function orNoAnswer<Value>(work: () => Promise<Result<Value>>): Promise<Result<Value>> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof ServiceProblem) return failed(502, "No answer", error.message);
    throw error;
  }
}

const LARGEST_ANSWER = 5_000_000;
/** Nobody is left alone for longer, whatever he asks for. */
const LONGEST_REST = 86_400;

/**
 * Asks a service, and takes nothing from an answer that is not understood whole.
 *
 * @throws ServiceProblem when it is down, slow, busy, or answers nonsense
 */
export async function askService<Answer>(
  { name, headers }: Service,
  access: ServiceAccess,
  question: Question<Answer>,
  signal?: AbortSignal,
): Promise<Answer> {
  const { url, token, timeoutMs } = access;
  if (token === "") throw new ServiceProblem(`${name} has no token: set it in the settings of ${name}`);
  const body = question.body === undefined ? {} : { body: JSON.stringify(question.body) };
  const type = question.body === undefined ? {} : { "content-type": "application/json" };
  const init = { method: question.method, headers: { ...headers(token), ...type }, ...body };
  const limits = { timeoutMs, largest: LARGEST_ANSWER, repeatable: true, secrets: [token], ...(signal && { signal }) };
  const answer = await askJson(new URL(question.path, `${url.replace(/\/+$/, "")}/`), init, limits).catch(
    (error: unknown) => {
      throw error instanceof NoAnswer ? new ServiceProblem(WORDS[error.why](name, access)) : error;
    },
  );
  if (answer.status === 401 || answer.status === 403)
    throw new ServiceProblem(`${name} refused the token: check it in the settings of ${name}`);
  if (answer.retryAfter !== null) throw busy(name, Math.min(answer.retryAfter, LONGEST_REST));
  if (answer.status === 429) throw busy(name, null);
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

const WORDS: Readonly<Record<NoAnswer["why"], (name: string, access: ServiceAccess) => string>> = {
  slow: (name, { timeoutMs }) =>
    `${name} did not answer within ${Math.round(timeoutMs / 1000)} s: try again; nothing was lost`,
  silent: (name) => `${name} began to answer and fell silent: try again; nothing was lost`,
  large: (name) => `${name}'s answer is larger than any true one: is the address right? Nothing was taken from it`,
  unreachable: (name, { url }) =>
    `${name} at ${new URL(url).host} cannot be reached, or closed the connection: try again; nothing was lost`,
};
