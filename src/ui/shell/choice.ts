const YEAR = 31_536_000;

/** Keeps a choice of this browser in a cookie, where the server sees it. */
export function rememberChoice(name: "theme" | "logbook", value: string): void {
  document.cookie = `${name}=${encodeURIComponent(value)}; path=/; max-age=${YEAR}; samesite=strict`;
}
