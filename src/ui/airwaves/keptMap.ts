import { z } from "zod";
import { kept } from "../kit/kept";
import { MAP_KINDS } from "../map/mapView";

/** What can be shown on a map, or left out. */
export const LAYERS = [
  { id: "spots", label: "Spots", on: true },
  { id: "contacts", label: "Last contacts", on: false },
  { id: "entities", label: "Entities", on: false },
  { id: "zones", label: "Zones", on: false },
  { id: "grids", label: "Grids", on: false },
  { id: "night", label: "Night", on: true },
] as const;
export type Layer = (typeof LAYERS)[number]["id"];

const mapSchema = z.object({
  kind: z.enum(MAP_KINDS),
  layers: z.array(z.enum(LAYERS.map(({ id }) => id) as [Layer, ...Layer[]])),
});
export type MapChoice = z.output<typeof mapSchema>;

/** How this browser's maps look. */
export const keptMap = kept<MapChoice>(
  "map",
  { kind: "around", layers: LAYERS.filter(({ on }) => on).map(({ id }) => id) },
  () => localStorage,
  (data) => mapSchema.safeParse(data).data ?? null,
);
