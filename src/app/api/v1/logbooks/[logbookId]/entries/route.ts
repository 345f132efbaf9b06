import * as contest from "@/core/contract/endpoints/contest";
import { createEntry, listEntries } from "@/server/contest/entries";
import { serve, write } from "@/server/route";

export const GET = serve(contest.entries, ({ context, params }) => listEntries(context, params.logbookId));

export const POST = write(contest.enter, ({ context, params, body }) => createEntry(context, params.logbookId, body));
