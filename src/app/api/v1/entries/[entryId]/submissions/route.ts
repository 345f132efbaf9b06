import { organiserOf } from "@/server/contest/organiser";
import { listSubmissions, submitLog } from "@/server/contest/submissions";
import { answer, answerList, route } from "@/server/route";

export const GET = route(({ context, id }) => answerList(listSubmissions(context, id("entryId"))));

export const POST = route(async ({ context, runtime, id }) =>
  answer(await submitLog(context, organiserOf(runtime.config), id("entryId")), 201),
);
