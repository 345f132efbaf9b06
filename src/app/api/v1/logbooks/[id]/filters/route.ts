import { savedFilters } from "@/server/logbook/saved";
import { answer, answerList, route } from "@/server/route";

export const GET = route(({ context, id }) => answerList(savedFilters.list(context, id("id"))));

export const POST = route(async ({ context, id, json }) =>
  answer(savedFilters.keep(context, id("id"), await json()), 201),
);
