export { isQuiet, isZone } from "./quietHours";
export type { QuietHours } from "./quietHours";
export { BRINGS, calledOnce, CALLS_WITHIN, fits, isLike, mayFit, MOST_AN_HOUR, ONCE, worthsAsked } from "./rule";
export type { AlertChoices, AlertSubject, AwardAsked, Brings, Once } from "./rule";
export { BRINGS_TEXT, ONCE_TEXT, ruleName, ruleSentence } from "./sentence";
export { ALERT_WAYS } from "./ways";
export type { AlertWay } from "./ways";
export { alertText, alertTitle, spelled, spokenAlert, TEST_MESSAGE } from "./words";
export type { AlertFacts } from "./words";
