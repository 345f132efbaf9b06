import type { AlertFacts, AlertWay } from "@/core/alert";
import { desktop } from "./ways/desktop";
import { sound } from "./ways/sound";
import { speech } from "./ways/speech";

/** The ways that a browser calls in; the page shows its own, and the server sends its own. */
type BrowserWay = Exclude<AlertWay, "page" | "mail">;
type Call = (alert: AlertFacts, onClick: () => void) => Promise<void>;

/** How a browser calls in each of its ways; what is thrown says why it cannot. */
export const BROWSER_WAYS: Readonly<Record<BrowserWay, Call>> = { sound, speech, desktop };

export function isBrowserWay(way: AlertWay): way is BrowserWay {
  return way in BROWSER_WAYS;
}
