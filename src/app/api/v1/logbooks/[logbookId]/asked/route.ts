import * as asking from "@/core/contract/endpoints/asking";
import { unanswered } from "@/server/confirm/asking";
import { serve } from "@/server/route";

export const GET = serve(asking.unanswered, ({ context, params }) => unanswered(context, params.logbookId));
