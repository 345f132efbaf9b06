import { listContests, saveContest } from "@/server/contest/definitions";
import { done } from "@/server/problem";
import { answer, answerList, route } from "@/server/route";

export const GET = route(({ context }) => answerList(done(listContests(context))));

export const POST = route(async ({ context, json }) => answer(saveContest(context, await json()), 201));
