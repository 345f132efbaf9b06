import { parentPort, workerData } from "node:worker_threads";
import { backupProblem } from "./backupProblem";
import { lookAtReturn, makeReady, putInPlace, type ReturnOrder } from "./returning";

const STEPS = { look: lookAtReturn, ready: makeReady, place: putInPlace } as const;

/** The steps of going back to a backup, and what each gives. */
export type ReturnSteps = { readonly [Step in keyof typeof STEPS]: Awaited<ReturnType<(typeof STEPS)[Step]>> };

/** What the thread is told. */
export interface ReturnStep {
  readonly step: keyof ReturnSteps;
  readonly order: ReturnOrder;
}

/** What the thread says when it ends. */
export type ReturnEnd = { readonly value: unknown } | { readonly problem: string };

const { step, order } = workerData as ReturnStep;
const end = await STEPS[step](order).then(
  (value): ReturnEnd => ({ value }),
  (error: unknown): ReturnEnd => ({ problem: backupProblem(error) }),
);
parentPort!.postMessage(end);
