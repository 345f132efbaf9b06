import * as contest from "@/core/contract/endpoints/contest";
import { tryOut } from "@/server/contest/definitions";
import { serve } from "@/server/route";

export const POST = serve(contest.tryOut, ({ context, body }) => tryOut(context, body));
