import { importHistory } from "@/server/jobs/job";
import { startImport } from "@/server/logbook/startImport";
import { answer, answerList, route } from "@/server/route";
import { done } from "@/server/problem";

export const GET = route(({ context, id }) => answerList(done(importHistory(context.store, id("id")))));

export const POST = route(async ({ context, runtime, id, request, query }) =>
  answer(await startImport(context, runtime, id("id"), request, query), 202),
);
