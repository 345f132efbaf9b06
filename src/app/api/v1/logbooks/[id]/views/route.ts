import { savedViews } from "@/server/logbook/saved";
import { answer, answerList, route } from "@/server/route";

export const GET = route(({ context, id }) => answerList(savedViews.list(context, id("id"))));

export const POST = route(async ({ context, id, json }) =>
  answer(savedViews.keep(context, id("id"), await json()), 201),
);
