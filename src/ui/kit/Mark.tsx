import type { Worth } from "@/core/award";

export type MarkKind = Worth | "claimed" | "granted" | "waiting" | "fault";

const COLOURS: Readonly<Record<MarkKind, string>> = {
  fresh: "text-fresh",
  wanted: "text-wanted",
  hold: "text-hold",
  safe: "text-safe",
  claimed: "text-safe",
  granted: "text-safe",
  waiting: "text-faint",
  fault: "text-stop",
};

/**
 * The marks of worth, the same everywhere: a square, a diamond, a ring, a disc; a disc in a ring is claimed, one with a
 * bar below granted; a dash waits, a cross failed.
 */
export function Mark({ kind, label }: { kind: MarkKind; label?: string }) {
  return (
    <svg
      viewBox="0 0 14 14"
      className={`inline-block size-3.5 shrink-0 align-[-2px] ${COLOURS[kind]}`}
      role={label ? "img" : undefined}
      aria-label={label}
      aria-hidden={label ? undefined : true}
    >
      {shape(kind)}
    </svg>
  );
}

function shape(kind: MarkKind) {
  switch (kind) {
    case "fresh":
      return <rect x="2" y="2" width="10" height="10" fill="currentColor" />;
    case "wanted":
      return <path d="M7 1l6 6-6 6-6-6z" fill="currentColor" />;
    case "hold":
      return <circle cx="7" cy="7" r="4.2" fill="none" stroke="currentColor" strokeWidth="2" />;
    case "safe":
      return <circle cx="7" cy="7" r="5.2" fill="currentColor" />;
    case "claimed":
      return (
        <>
          <circle cx="7" cy="7" r="5.7" fill="none" stroke="currentColor" strokeWidth="1.3" />
          <circle cx="7" cy="7" r="3.2" fill="currentColor" />
        </>
      );
    case "granted":
      return (
        <>
          <circle cx="7" cy="5.2" r="4.4" fill="currentColor" />
          <path d="M1.5 12.6h11" stroke="currentColor" strokeWidth="2" />
        </>
      );
    case "waiting":
      return <path d="M2 7h10" stroke="currentColor" strokeWidth="2" />;
    case "fault":
      return <path d="M3 3l8 8M11 3l-8 8" stroke="currentColor" strokeWidth="2" />;
  }
}
