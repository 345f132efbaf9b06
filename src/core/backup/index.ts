export { compareWithBackup, type Comparison, type Standing } from "./compare";
export { EVERY, type Every, isDue, isOld } from "./due";
export { kept, type KeepRule, keepRuleSchema, USUAL_RULE } from "./keep";
