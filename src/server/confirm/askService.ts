import type { Question, Service } from "../../core/confirm";
import { askQuestion, ServiceProblem } from "../http/askQuestion";
import { failed, type Result } from "../problem";
import type { ServiceAccess } from "./access";

/** Does something that asks a service; that it has no answer of use is a refusal. */
export async function orNoAnswer<Value>(work: () => Promise<Result<Value>>): Promise<Result<Value>> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof ServiceProblem) return failed(502, "No answer", error.message);
    throw error;
  }
}

/**
 * Asks a service, and takes nothing from an answer that is not understood whole.
 *
 * @throws ServiceProblem when it is down, slow, busy, or answers nonsense
 */
export async function askService<Answer>(
  { name, headers }: Service,
  { url, token, timeoutMs }: ServiceAccess,
  question: Question<Answer>,
  signal?: AbortSignal,
): Promise<Answer> {
  if (token === "") throw new ServiceProblem(`${name} has no token: set it in the settings of ${name}`);
  const whom = { name, url, timeoutMs, headers: headers(token), secrets: [token], key: "the token" };
  return askQuestion(whom, question, signal);
}
