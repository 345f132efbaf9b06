import * as confirm from "@/core/contract/endpoints/confirm";
import { meetAgain } from "@/server/confirm/withoutTwin";
import { done } from "@/server/problem";
import { write } from "@/server/route";

export const POST = write(confirm.meetAgain, ({ context, params }) =>
  done(meetAgain(context, params.logbookId, params.service)),
);
