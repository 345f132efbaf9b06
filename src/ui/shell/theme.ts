"use client";

import { useState } from "react";
import { rememberChoice } from "./choice";

export type Theme = "day" | "night";

export interface Themed {
  readonly theme: Theme;
  readonly toggle: () => void;
}

/** Day or Night; the choice is kept in a cookie, so that the server draws the first page in it. */
export function useTheme(initial: Theme): Themed {
  const [theme, setTheme] = useState(initial);
  return {
    theme,
    toggle: () => {
      const next = theme === "day" ? "night" : "day";
      document.documentElement.dataset.theme = next;
      rememberChoice("theme", next);
      setTheme(next);
    },
  };
}
