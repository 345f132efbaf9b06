import { defaultReport } from "@/core/band";
import { partsOf } from "@/core/contest";
import type { Entry } from "@/core/contract";

/** What we send in a contact, by the parts' ids: the serial and the report come by themselves. */
export function sentValues({ rules, side, sent }: Entry, serial: number, mode: string): Record<string, string> {
  const values: Record<string, string> = { ...sent };
  for (const { id, type } of partsOf(rules, side)) {
    if (type === "serial") values[id] = String(serial);
    if (type === "report") values[id] ??= defaultReport(mode, null);
  }
  return values;
}
