import { savedViews } from "@/server/logbook/saved";
import { answer, writing } from "@/server/route";

export const PUT = writing(({ context, id, body }) =>
  answer(savedViews.replace(context, id("id"), id("savedId"), body())),
);

export const DELETE = writing(({ context, id }) => answer(savedViews.remove(context, id("id"), id("savedId"))));
