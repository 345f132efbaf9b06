"use client";

import { useSearchParams } from "next/navigation";
import { useCallback } from "react";

type Parts = Readonly<Record<string, string | null>>;

/**
 * Where one is, as parts of the page's address: reload, back, forward and a bookmark come to it again. What is null is
 * left out. "replace" is for what is no step that one would go back to.
 */
export function useAddress(): [URLSearchParams, (parts: Parts, how?: "push" | "replace") => void] {
  const params = useSearchParams();
  const go = useCallback((parts: Parts, how: "push" | "replace" = "push") => {
    const next = new URLSearchParams(window.location.search);
    for (const [name, value] of Object.entries(parts)) {
      if (value === null) next.delete(name);
      else next.set(name, value);
    }
    const text = next.toString();
    if (text === window.location.search.slice(1)) return;
    const address = `${window.location.pathname}${text === "" ? "" : `?${text}`}`;
    window.history[how === "push" ? "pushState" : "replaceState"](null, "", address);
  }, []);
  return [params, go];
}
