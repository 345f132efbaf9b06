import { parseLicence, type Segment } from "@/core/band";
import type { Site } from "@/core/contract";

/** What is licensed at a site; undefined for all that its region has. */
export function licensedAt({ licence }: Pick<Site, "licence">): readonly Segment[] | undefined {
  if (licence === null) return undefined;
  const read = parseLicence(licence);
  return read.ok && read.segments.length > 0 ? read.segments : undefined;
}
