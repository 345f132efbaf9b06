import type { Worth } from "@/core/award";

export type MarkKind = Worth | "waiting" | "fault";

const COLOURS: Readonly<Record<MarkKind, string>> = {
  fresh: "text-fresh",
  wanted: "text-wanted",
  hold: "text-hold",
  safe: "text-safe",
  waiting: "text-faint",
  fault: "text-stop",
};

/** The marks of worth, the same everywhere: a square, a diamond, a ring, a disc; a dash waits, a cross failed. */
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
    case "waiting":
      return <path d="M2 7h10" stroke="currentColor" strokeWidth="2" />;
    case "fault":
      return <path d="M3 3l8 8M11 3l-8 8" stroke="currentColor" strokeWidth="2" />;
  }
}
