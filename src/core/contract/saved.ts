import { z } from "zod";
import { filterSchema, layoutSchema } from "../view";
import { spotFilterSchema } from "./spot";

const named = { name: z.string().trim().min(1, "give it a name").max(60, "a name has at most 60 characters") };

export const savedFilterInputSchema = z.strictObject({ ...named, filter: filterSchema });
export const savedFilterSchema = z.object({ id: z.int(), ...named, filter: filterSchema });
export type SavedFilter = z.output<typeof savedFilterSchema>;

export const savedViewInputSchema = z.strictObject({ ...named, layout: layoutSchema });
export const savedViewSchema = z.object({ id: z.int(), ...named, layout: layoutSchema });
export type SavedView = z.output<typeof savedViewSchema>;

export const savedSpotViewInputSchema = z.strictObject({ ...named, filter: spotFilterSchema });
export const savedSpotViewSchema = z.object({ id: z.int(), ...named, filter: spotFilterSchema });
export type SavedSpotView = z.output<typeof savedSpotViewSchema>;
