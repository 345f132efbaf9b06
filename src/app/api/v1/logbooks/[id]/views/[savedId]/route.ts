import { savedViews } from "@/server/logbook/saved";
import { answer, route } from "@/server/route";

export const PUT = route(async ({ context, id, json }) =>
  answer(savedViews.replace(context, id("id"), id("savedId"), await json())),
);

export const DELETE = route(({ context, id }) => answer(savedViews.remove(context, id("id"), id("savedId"))));
