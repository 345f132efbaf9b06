import { listExports, startExport } from "@/server/logbook/exports";
import { answer, answerList, route } from "@/server/route";

export const GET = route(({ context, id }) => answerList(listExports(context, id("id"))));

export const POST = route(async ({ context, id, json }) =>
  answer(await startExport(context, id("id"), await json()), 201),
);
