import { z } from "zod";
import { bandByName } from "@/core/band";
import { kept } from "../kit/kept";

const bandMapSchema = z.object({
  /** The radio's band, or else this one. */
  follows: z.boolean(),
  band: z.string().refine((name) => bandByName(name) !== undefined),
});
type BandMapChoice = z.output<typeof bandMapSchema>;

/** Which band this window's map shows. */
export const keptBandMap = kept<BandMapChoice>(
  "band-map",
  { follows: true, band: "20m" },
  () => sessionStorage,
  (data) => bandMapSchema.safeParse(data).data ?? null,
);
