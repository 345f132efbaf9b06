import { endpoint } from "../endpoint";
import { countedSchema, statisticQuerySchema } from "../statistic";

export const statistic = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/statistics/{statistic}",
  summary: "A statistic of a logbook, or of the contacts of a filter and a time",
  needs: "read",
  query: statisticQuerySchema,
  answer: countedSchema,
});
