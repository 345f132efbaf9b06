import { listContests, saveContest } from "@/server/contest/definitions";
import { done } from "@/server/problem";
import { answer, answerList, route, writing } from "@/server/route";

export const GET = route(({ context }) => answerList(done(listContests(context))));

export const POST = writing(({ context, body }) => answer(saveContest(context, body()), 201));
