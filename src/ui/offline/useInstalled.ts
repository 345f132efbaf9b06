"use client";

import { useEffect } from "react";
import { PAGES } from "./pages";

/**
 * Lets the browser keep the application, so that it begins without the server. Where it does not let itself be asked,
 * as under a certificate that it does not know, it needs the server to begin.
 */
export function useInstalled(): void {
  useEffect(() => {
    if ("serviceWorker" in navigator) void navigator.serviceWorker.register("/sw.js").catch(() => {});
  }, []);
}

/** What was kept of pages is of who was signed in. */
export async function forgetPages(): Promise<void> {
  if (typeof caches !== "undefined") await caches.delete(PAGES.cache);
}
