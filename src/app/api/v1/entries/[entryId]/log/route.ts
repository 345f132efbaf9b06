import * as contest from "@/core/contract/endpoints/contest";
import { logFileOf } from "@/server/contest/logFile";
import { serve } from "@/server/route";

export const GET = serve(contest.logFile, ({ context, params }) => logFileOf(context, params.entryId));
