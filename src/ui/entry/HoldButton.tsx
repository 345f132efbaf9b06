import { Lock, LockOpen } from "lucide-react";

/** Keeps what stands in a field for the next contact. */
export function HoldButton({ label, held, onTurn }: { label: string; held: boolean; onTurn: () => void }) {
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label={`Hold ${label} for the next contact`}
      title={held ? "Held for the next contact" : "Hold it for the next contact"}
      aria-pressed={held}
      onClick={onTurn}
      className={`shrink-0 ${held ? "text-signal" : "text-faint opacity-50 hover:opacity-100"}`}
    >
      {held ? <Lock size={11} aria-hidden /> : <LockOpen size={11} aria-hidden />}
    </button>
  );
}
