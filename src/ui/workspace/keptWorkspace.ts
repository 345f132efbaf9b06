import { z } from "zod";
import { type Arrangement, arrangementSchema } from "@/core/contract";
import { kept } from "../kit/kept";
import { SHIPPED, shippedById } from "./shipped";

/** Where there are panels. */
export const PANEL_PLACES = ["desk", "contest"] as const;
export type PanelPlace = (typeof PANEL_PLACES)[number];

const currentSchema = z.object({
  /** The id of one that ships, or the number of one's own. */
  of: z.union([z.string(), z.int()]),
  name: z.string(),
  arrangement: arrangementSchema,
  /** Whether it was arranged otherwise since it was chosen. */
  changed: z.boolean(),
});
/** The workspace that a place shows, as it is arranged now. */
export type CurrentWorkspace = z.output<typeof currentSchema>;

/** What the places show as long as nothing is chosen. */
const USUAL: Readonly<Record<PanelPlace, string>> = { desk: "day", contest: "contest" };

export function usualAt(place: PanelPlace): CurrentWorkspace {
  const { id, name, arrangement } = shippedById(USUAL[place]) ?? SHIPPED[0]!;
  return { of: id, name, arrangement, changed: false };
}

/** What cannot be read, since it is broken or of a later version, is passed over, and stays until something is chosen. */
const keptIn = (storage: () => Storage, place: PanelPlace) =>
  kept<CurrentWorkspace | null>(
    `workspace-${place}`,
    null,
    storage,
    (data) => currentSchema.safeParse(data).data ?? null,
  );

/** What each place shows in the windows of this position; and what it showed last anywhere, for a new window. */
export const keptHere = {
  desk: keptIn(() => sessionStorage, "desk"),
  contest: keptIn(() => sessionStorage, "contest"),
} satisfies Record<PanelPlace, unknown>;
export const keptLast = {
  desk: keptIn(() => localStorage, "desk"),
  contest: keptIn(() => localStorage, "contest"),
} satisfies Record<PanelPlace, unknown>;

/** What another window of this position tells, as far as it is understood. */
export function currentFrom(told: unknown): CurrentWorkspace | null {
  return currentSchema.safeParse(told).data ?? null;
}

/** The same workspace, arranged otherwise. */
export function rearranged(current: CurrentWorkspace, arrangement: Arrangement): CurrentWorkspace {
  return { ...current, arrangement, changed: true };
}
