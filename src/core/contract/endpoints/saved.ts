import type { z } from "zod";
import { endpoint } from "../endpoint";
import {
  savedFilterInputSchema,
  savedFilterSchema,
  savedSpotViewInputSchema,
  savedSpotViewSchema,
  savedViewInputSchema,
  savedViewSchema,
} from "../saved";
import { alertRuleInputSchema, alertRuleSchema } from "../alert";
import { removedSchema } from "./removed";

/** The endpoints of what is kept in a logbook under names. */
function shelf<const Path extends string, Input extends z.ZodType, Item extends z.ZodType>(
  path: Path,
  what: string,
  input: Input,
  item: Item,
) {
  const all = `logbooks/{logbookId}/${path}` as const;
  const one = `${all}/{savedId}` as const;
  return {
    list: endpoint({
      method: "GET",
      path: all,
      summary: `The ${path} kept in a logbook`,
      needs: "read",
      answer: { items: item },
    }),
    keep: endpoint({
      method: "POST",
      path: all,
      summary: `Keep a ${what} under a name`,
      needs: "change",
      status: 201,
      body: input,
      answer: item,
    }),
    replace: endpoint({
      method: "PUT",
      path: one,
      summary: `Replace a kept ${what}`,
      needs: "change",
      body: input,
      answer: item,
    }),
    remove: endpoint({
      method: "DELETE",
      path: one,
      summary: `Remove a kept ${what}`,
      needs: "change",
      answer: removedSchema,
    }),
  };
}

export const filters = shelf("filters", "filter", savedFilterInputSchema, savedFilterSchema);
export const views = shelf("views", "view", savedViewInputSchema, savedViewSchema);
export const spotViews = shelf("spot-views", "view of spots", savedSpotViewInputSchema, savedSpotViewSchema);
export const alertRules = shelf("alert-rules", "rule of alerts", alertRuleInputSchema, alertRuleSchema);
