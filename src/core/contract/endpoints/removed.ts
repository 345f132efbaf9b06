import { z } from "zod";

/** The number of what was removed. */
export const removedSchema = z.object({ removed: z.int() });
