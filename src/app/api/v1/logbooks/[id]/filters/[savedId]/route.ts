import { savedFilters } from "@/server/logbook/saved";
import { answer, writing } from "@/server/route";

export const PUT = writing(({ context, id, body }) =>
  answer(savedFilters.replace(context, id("id"), id("savedId"), body())),
);

export const DELETE = writing(({ context, id }) => answer(savedFilters.remove(context, id("id"), id("savedId"))));
