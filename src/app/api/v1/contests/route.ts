import * as contest from "@/core/contract/endpoints/contest";
import { listContests, saveContest } from "@/server/contest/definitions";
import { done } from "@/server/problem";
import { serve, write } from "@/server/route";

export const GET = serve(contest.contests, ({ context }) => done(listContests(context)));

export const POST = write(contest.keepContest, ({ context, body }) => saveContest(context, body));
