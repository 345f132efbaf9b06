import * as contest from "@/core/contract/endpoints/contest";
import { listContestRows, logContestContact } from "@/server/contest/contestLog";
import { serve, write } from "@/server/route";

export const GET = serve(contest.contestRows, ({ context, params, query }) =>
  listContestRows(context, params.entryId, query),
);

export const POST = write(contest.logContestContact, ({ context, params, body }) =>
  logContestContact(context, params.entryId, body),
);
