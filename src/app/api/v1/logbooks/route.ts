import * as logbooks from "@/core/contract/endpoints/logbooks";
import { createLogbook, listLogbooks } from "@/server/logbook/logbooks";
import { done } from "@/server/problem";
import { serve, write } from "@/server/route";

export const GET = serve(logbooks.logbooks, ({ context }) => done(listLogbooks(context)));

export const POST = write(logbooks.makeLogbook, ({ context, body }) => createLogbook(context, body));
