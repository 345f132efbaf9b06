import * as contest from "@/core/contract/endpoints/contest";
import { removeContest } from "@/server/contest/definitions";
import { write } from "@/server/route";

export const DELETE = write(contest.removeContest, ({ context, params }) => removeContest(context, params.tag));
