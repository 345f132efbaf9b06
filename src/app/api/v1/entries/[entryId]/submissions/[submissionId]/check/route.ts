import { organiserOf } from "@/server/contest/organiser";
import { fetchCheck } from "@/server/contest/submissions";
import { answer, route } from "@/server/route";

export const POST = route(async ({ context, runtime, id }) =>
  answer(await fetchCheck(context, organiserOf(runtime.config), id("entryId"), id("submissionId"))),
);
