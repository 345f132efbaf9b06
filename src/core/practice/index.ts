export { againOf, forKeeping } from "./again";
export { createPracticeAir } from "./air";
export type { PracticeAir } from "./air";
export { PRACTICE_HZ } from "./floor";
export type { PracticePhase } from "./floor";
export { practiceRules, practisable } from "./plainRules";
export { anHour, reviewOf, VERDICTS } from "./review";
export type { Judged, Review, Verdict } from "./review";
export {
  NOISES,
  PRACTICE_TASKS,
  practiceRunInputSchema,
  practiceRunLineSchema,
  practiceRunSchema,
  practiceSettingsSchema,
  practiceTask,
  STRENGTHS,
} from "./run";
export type {
  Emission,
  PracticeLogged,
  PracticeRun,
  PracticeRunInput,
  PracticeRunLine,
  PracticeSettings,
  PracticeTaskId,
  Truth,
} from "./run";
export { coached } from "./coach";
export { voiceLine } from "./voiceLine";
export { practiceMessages } from "./practiceMessages";
