"use client";

import { Button } from "../kit/Button";
import { Key } from "../kit/Key";
import type { KeyerState } from "./useKeyer";

/** What goes out, or went out last, and what the other end prints otherwise. */
export function GoingOut({ keyer }: { keyer: KeyerState }) {
  const { sending, sent, stop } = keyer;
  return (
    <div className="flex items-center gap-2 overflow-hidden">
      <p className="flex min-w-0 items-center gap-2 font-mono" role="status" aria-label="Going out">
        <span className={`truncate ${sending ? "text-signal" : "text-faint"}`}>{sent.trim() || "…"}</span>
      </p>
      <Misprints keyer={keyer} />
      {sending && (
        <Button small onClick={stop}>
          Stop <Key>Escape</Key>
        </Button>
      )}
    </div>
  );
}

/** Words that the other end prints otherwise than they were meant. */
export function Misprints({ keyer: { misprints } }: { keyer: KeyerState }) {
  return (
    <span role="alert" className="shrink-0 text-stop">
      {misprints.length > 0 &&
        `It went out wrong, the other end prints ${misprints.map(({ meant, prints }) => `${prints} for ${meant}`).join(", ")}: send it again.`}
    </span>
  );
}
