import { newId } from "./newId";

const KEPT_AS = "tab";

/** What this tab of the browser is called, as long as it is open. Only in the browser. */
export function tabId(): string {
  const kept = sessionStorage.getItem(KEPT_AS);
  if (kept !== null) return kept;
  const id = newId();
  sessionStorage.setItem(KEPT_AS, id);
  return id;
}
