import * as calls from "@/core/contract/endpoints/calls";
import { addException, listExceptions } from "@/server/directory/callExceptions";
import { done } from "@/server/problem";
import { serve, write } from "@/server/route";

export const GET = serve(calls.exceptions, ({ context }) => done(listExceptions(context)));

export const POST = write(calls.addException, ({ context, body }) => addException(context, body));
