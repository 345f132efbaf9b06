import * as contest from "@/core/contract/endpoints/contest";
import { seatPosition } from "@/server/contest/positions";
import { write } from "@/server/route";

export const PUT = write(contest.seatPosition, ({ context, params, body }) =>
  seatPosition(context, params.entryId, params.position, body),
);
