import * as confirm from "@/core/contract/endpoints/confirm";
import { leaveStatements } from "@/server/confirm/withoutTwin";
import { done } from "@/server/problem";
import { write } from "@/server/route";

export const POST = write(confirm.leaveStatements, ({ context, params, body }) =>
  done(leaveStatements(context, params.logbookId, params.service, body)),
);
