import { type ServiceId, serviceById, stepsFor } from "../../../core/confirm";
import { isoTime } from "../../../core/contact";
import { HERE, type InStepReport, type InStepStep, type Place, UNSENT } from "../../../core/contract";
import { fullTime } from "../../../core/time/words";
import type { Signing } from "../../identity/signing";
import { JobProblem, type JobRun } from "../../jobs/jobRun";
import { restsUntil, type ServiceAccess } from "../access";
import { askPatiently } from "../askPatiently";
import { fetchConfirmations } from "../fetchConfirmations";
import { sendOutbox } from "../sendOutbox";
import { beginAct, keepAfter, keepBefore } from "./act";
import { bringProofs } from "./bring";
import { cellsOf, type PlaceCells } from "./charts";

type Run = JobRun<InStepReport, InStepReport>;

/** How services are reached, and what signs for them. */
export interface InStepMeans {
  readonly accessOf: (service: ServiceId) => ServiceAccess;
  readonly signingAt: (service: ServiceId) => Promise<Signing | null>;
}

/**
 * Brings services in step, step by step; each is what it is alone, and kept as it goes. A service that fails is left
 * out from there on, and the others go on; run again, what failed is tried again.
 *
 * @throws JobProblem at the end, where steps failed
 */
export async function bringInStep(
  run: Run,
  { services }: { readonly services: readonly ServiceId[] },
  means: InStepMeans,
): Promise<InStepReport> {
  const report = run.resumed ?? begin(run, services);
  const works = createSteps(run, report, services, means);
  const enter = (step: InStepStep, entered: Pick<InStepStep, "state" | "problem">) => {
    Object.assign(step, entered);
    keep(run, report);
  };
  waitAgain(report);
  for (const step of report.steps) {
    if (step.state === "done") continue;
    if (
      step.service !== null &&
      report.steps.some(({ service, state }) => service === step.service && state === "failed")
    ) {
      enter(step, { state: "passedOver", problem: null });
      continue;
    }
    enter(step, { state: "running", problem: null });
    try {
      await works(step);
      enter(step, { state: "done", problem: null });
    } catch (error) {
      if (!(error instanceof JobProblem) || run.signal.aborted) throw error;
      enter(step, { state: "failed", problem: error.message });
    }
  }
  const problems = report.steps.flatMap(({ state, problem }) => (state === "failed" ? [problem ?? ""] : []));
  if (problems.length === 0) return report;
  throw new JobProblem(`${problems.join("; ")}. The rest is done: run it again, and what failed is tried again`);
}

function begin(run: Run, services: readonly ServiceId[]): InStepReport {
  const steps = stepsFor(services.map(serviceById)).map((planned): InStepStep => ({
    ...planned,
    state: "waiting",
    problem: null,
    report: null,
  }));
  const { context, logbookId, jobId } = run;
  return context.store.transaction(() => {
    const report = { actId: beginAct(context, logbookId, jobId), steps };
    run.checkpoint(report, report, 0, steps.length * STEP_SHARE);
    return report;
  });
}

/** What is not done waits again; and how all stand is looked at again after it. */
function waitAgain({ steps }: InStepReport): void {
  if (steps.every(({ state }) => state === "done")) return;
  for (const step of steps) if (step.state !== "done" || step.kind === "after") step.state = "waiting";
}

/** Progress is told in so many parts of a step. */
const STEP_SHARE = 100;

/** Keeps how far it is, with how far the step is that runs. To be called within a transaction, or to be one. */
function keep(run: Run, report: InStepReport, share = 0): void {
  const ended = report.steps.filter(({ state }) => state !== "waiting" && state !== "running").length;
  const total = report.steps.length * STEP_SHARE;
  run.context.store.transaction(() =>
    run.checkpoint(report, report, ended * STEP_SHARE + Math.floor(share * STEP_SHARE), total),
  );
}

/** The work of one step: a run of its own within the job, which is taken up again where it was. */
function createSteps(
  run: Run,
  report: InStepReport,
  services: readonly ServiceId[],
  { accessOf, signingAt }: InStepMeans,
): (step: InStepStep) => Promise<void> {
  const { context, logbookId } = run;

  function within<Part extends object>(step: { report: Part | null }): JobRun<Part, Part> {
    return {
      ...run,
      resumed: step.report,
      checkpoint(_, soFar, done, total) {
        step.report = soFar;
        keep(run, report, total === null || total === 0 ? 0 : Math.min(done / total, 1));
      },
    };
  }

  /** How places stand; one that cannot be asked is not known, and no step fails for that. */
  const look = (places: readonly Place[]): Promise<PlaceCells[]> =>
    Promise.all(
      places.map((place) =>
        cellsOf(context, logbookId, place, (service, question) =>
          askPatiently(run, service, accessOf(service), question),
        ),
      ),
    );

  return async (step) => {
    if (step.service !== null) refuseAtRest(run, step.service);
    switch (step.kind) {
      case "before":
        return keepBefore(context, report.actId, await look([HERE, ...services]));
      case "fetch": {
        const { service } = step;
        step.report = await fetchConfirmations(within(step), { service: service! }, accessOf(service!));
        // The contacts behind what it gained are found by its batch.
        step.report = { ...step.report, matchedLines: [], withoutTwinLines: [] };
        return;
      }
      case "send": {
        const service = step.service!;
        const signing = await signingAt(service);
        const means = { access: accessOf(service), signing };
        step.report = await sendOutbox(within(step), { service, choice: UNSENT }, means);
        return;
      }
      case "bring":
        step.report = await bringProofs(within(step), step.service!, accessOf(step.service!));
        return;
      case "after":
        return keepAfter(context, report.actId, await look([HERE, ...services]));
    }
  };
}

function refuseAtRest({ context, logbookId }: Run, service: ServiceId): void {
  const until = restsUntil(context, logbookId, service);
  if (until === null) return;
  throw new JobProblem(
    `${serviceById(service).name} is busy and asks to be left alone until ${fullTime(isoTime(until))} UTC`,
  );
}
