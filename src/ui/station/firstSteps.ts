"use client";

import type { FirstStep } from "./firstStep";
import { usePassedOver } from "./passedOver";
import { BACKUPS_STEP } from "./steps/backupsStep";
import { DIRECTORIES_STEP } from "./steps/directoriesStep";
import { LINKS_STEP } from "./steps/linksStep";
import { LOG_STEP } from "./steps/logStep";
import { SERVICES_STEP } from "./steps/servicesStep";
import { SITE_STEP } from "./steps/siteStep";

/** The first steps, in their order. */
const FIRST_STEPS: readonly FirstStep[] = [
  SITE_STEP,
  LOG_STEP,
  LINKS_STEP,
  SERVICES_STEP,
  DIRECTORIES_STEP,
  BACKUPS_STEP,
];

/** How far each of the first steps is. */
export function useSteps() {
  const passed = usePassedOver();
  return FIRST_STEPS.map((step) => {
    const state = step.useState();
    const standing = state?.isDone === true ? "done" : passed.includes(step.id) ? "passed" : "open";
    return { step, standing, text: state?.text ?? "\u00a0", isKnown: state !== null } as const;
  });
}
