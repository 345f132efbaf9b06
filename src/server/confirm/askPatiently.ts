import { setTimeout } from "node:timers/promises";
import { type Question, serviceById, type ServiceId } from "../../core/confirm";
import { ServiceProblem } from "../http/askQuestion";
import type { JobRun } from "../jobs/jobRun";
import { letRest, type ServiceAccess } from "./access";
import { askService } from "./askService";

/** A job waits so long for a service that asks for patience, seconds; for more it ends, and says until when. */
const LONGEST_WAIT = 20;

/** Asks a service in the course of a job. Where it wants to be left alone for long, that is kept, and the job ends. */
export async function askPatiently<Answer>(
  { context, logbookId, signal }: Pick<JobRun<unknown, unknown>, "context" | "logbookId" | "signal">,
  service: ServiceId,
  access: ServiceAccess,
  question: Question<Answer>,
): Promise<Answer> {
  for (let waited = 0; ;) {
    try {
      return await askService(serviceById(service), access, question, signal);
    } catch (error) {
      if (!(error instanceof ServiceProblem) || error.restSeconds === null) throw error;
      waited += error.restSeconds;
      if (waited > LONGEST_WAIT) {
        letRest(context, logbookId, service, context.now() + error.restSeconds);
        throw error;
      }
      await setTimeout(error.restSeconds * 1000, null, { signal });
    }
  }
}
