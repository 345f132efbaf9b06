import { savedFilters } from "@/server/logbook/saved";
import { answer, route } from "@/server/route";

export const PUT = route(async ({ context, id, json }) =>
  answer(savedFilters.replace(context, id("id"), id("savedId"), await json())),
);

export const DELETE = route(({ context, id }) => answer(savedFilters.remove(context, id("id"), id("savedId"))));
