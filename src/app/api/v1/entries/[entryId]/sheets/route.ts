import { sheetsOf } from "@/server/contest/standing";
import { answerList, route } from "@/server/route";

export const GET = route(({ context, id }) => answerList(sheetsOf(context, id("entryId"))));
