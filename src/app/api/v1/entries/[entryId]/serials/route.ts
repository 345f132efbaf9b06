import * as contest from "@/core/contract/endpoints/contest";
import { giveBackSerial, reserveSerial } from "@/server/contest/serials";
import { write } from "@/server/route";

export const POST = write(contest.reserveSerial, ({ context, params, body }) =>
  reserveSerial(context, params.entryId, body.position),
);

export const DELETE = write(contest.giveBackSerial, ({ context, params, query }) =>
  giveBackSerial(context, params.entryId, query.position),
);
