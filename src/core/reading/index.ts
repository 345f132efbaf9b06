export { exceptionsFrom, placeWhileTyping, readCallsign, readingOf } from "./reading";
