import * as endpoints from "@/core/contract/endpoints/workspaces";
import { listWorkspaces, keepWorkspace } from "@/server/people/workspaces";
import { done } from "@/server/problem";
import { serve, write } from "@/server/route";

export const GET = serve(endpoints.workspaces, ({ context }) => done(listWorkspaces(context)));

export const POST = write(endpoints.keepWorkspace, ({ context, body }) => keepWorkspace(context, null, body));
