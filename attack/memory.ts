import { existsSync, readFileSync, writeFileSync } from "node:fs";

/** The most memory that a process had resident, megabytes; null where the system does not tell. */
export function peakMemory(pid: number): number | null {
  const file = `/proc/${pid}/status`;
  if (!existsSync(file)) return null;
  const [, kilobytes] = /VmHWM:\s+(\d+)/.exec(readFileSync(file, "utf8")) ?? [];
  return kilobytes === undefined ? null : Number(kilobytes) / 1024;
}

/** Counts anew from now on. */
export function forgetPeak(pid: number): void {
  try {
    writeFileSync(`/proc/${pid}/clear_refs`, "5");
  } catch {
    // Then the peak is that of its whole life.
  }
}
