import * as contest from "@/core/contract/endpoints/contest";
import { listFindings, markFinding } from "@/server/contest/standing";
import { serve, write } from "@/server/route";

export const GET = serve(contest.findings, ({ context, params }) => listFindings(context, params.entryId));

export const POST = write(contest.markFinding, ({ context, params, body }) =>
  markFinding(context, params.entryId, body),
);
