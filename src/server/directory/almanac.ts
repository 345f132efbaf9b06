import { z } from "zod";
import { parseGrid } from "../../core/geo";
import type { Listing } from "../../core/contract";
import { askJson } from "../http/askJson";

/** How the directory is reached. */
export interface AlmanacAccess {
  readonly url: string;
  readonly timeoutMs: number;
}

const text = z
  .string()
  .trim()
  .max(200)
  .transform((value) => value || null)
  .nullish();
const listingSchema = z.object({
  call: z.string().max(20),
  name: text,
  place: text,
  grid: z.string().max(20).nullish(),
  confirmsOnline: z.boolean().nullish(),
});
const LARGEST_ANSWER = 100_000;

/** What Almanac has of a station; null when it is not listed. Throws when Almanac is down, slow, or answers nonsense. */
export async function askAlmanac(access: AlmanacAccess, baseCall: string): Promise<Listing | null> {
  const url = new URL(`calls/${encodeURIComponent(baseCall)}`, access.url);
  const answer = await askJson(url, {}, { timeoutMs: access.timeoutMs, largest: LARGEST_ANSWER });
  if (answer.status === 404) return null;
  if (!answer.ok) throw new Error(`Almanac answered with error ${answer.status}`);
  const { call, name = null, place = null, grid, confirmsOnline = null } = listingSchema.parse(answer.data);
  if (call !== baseCall) throw new Error(`Almanac was asked for ${baseCall} and answered about another call`);
  const parsed = grid === null || grid === undefined ? null : parseGrid(grid);
  return { name, place, grid: parsed?.ok === true ? parsed.grid : null, confirmsOnline };
}
