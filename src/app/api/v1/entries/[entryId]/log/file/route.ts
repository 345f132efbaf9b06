import * as contest from "@/core/contract/endpoints/contest";
import { logFileAnswer } from "@/server/contest/logFile";
import { serve } from "@/server/route";

export const GET = serve(contest.logFileItself, ({ context, params }) => logFileAnswer(context, params.entryId));
