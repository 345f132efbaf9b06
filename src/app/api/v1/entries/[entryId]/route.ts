import * as contest from "@/core/contract/endpoints/contest";
import { changeEntry, getEntry, removeEntry } from "@/server/contest/entries";
import { serve, write } from "@/server/route";

export const GET = serve(contest.entry, ({ context, params }) => getEntry(context, params.entryId));

export const PATCH = write(contest.changeEntry, ({ context, params, body }) =>
  changeEntry(context, params.entryId, body),
);

export const DELETE = write(contest.removeEntry, ({ context, params }) => removeEntry(context, params.entryId));
