import { z } from "zod";
import { AWARD_IDS, type AwardId } from "../award";
import { bandByName, MODE_GROUPS } from "../band";
import { storedContactSchema } from "./contact";
import { slotCellSchema } from "./reading";

export const awardIdSchema = z.enum(AWARD_IDS as [AwardId, ...AwardId[]]);

const totalsSchema = z.object({
  /** Items worked and confirmed at all. */
  worked: z.int(),
  confirmed: z.int(),
});

/** How far an award of a logbook is. */
export const awardProgressSchema = totalsSchema.extend({
  award: awardIdSchema,
  /** Whether all contacts are counted in; where not, a job is at it. */
  isCounted: z.boolean(),
});
export type AwardProgress = z.output<typeof awardProgressSchema>;

/** An award of a logbook: every slot that holds a contact. */
export const awardTableSchema = z.object({
  award: awardIdSchema,
  slots: z.array(z.object({ item: z.string(), ...slotCellSchema.shape })),
  /** The newest entry of the journal that is counted in. */
  upTo: z.int(),
  isCounted: z.boolean(),
  totals: totalsSchema,
});
export type AwardTable = z.output<typeof awardTableSchema>;

/** Which contacts of an award: those worth an item, on a band, in a mode group. */
export const awardContactsQuerySchema = z.strictObject({
  item: z.string().min(1).max(200),
  band: z
    .string()
    .refine((band) => bandByName(band) !== undefined, "there is no such band")
    .optional(),
  modeGroup: z.enum(MODE_GROUPS).optional(),
});

export const awardContactsSchema = z.object({
  total: z.int(),
  /** The newest of them. */
  items: z.array(storedContactSchema),
});

/** What a recount of awards reports. */
export const countReportSchema = z.object({ counted: z.int() });
export type CountReport = z.output<typeof countReportSchema>;
