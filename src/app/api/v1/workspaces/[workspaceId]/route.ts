import * as endpoints from "@/core/contract/endpoints/workspaces";
import { keepWorkspace, removeWorkspace } from "@/server/people/workspaces";
import { write } from "@/server/route";

export const PUT = write(endpoints.replaceWorkspace, ({ context, params, body }) =>
  keepWorkspace(context, params.workspaceId, body),
);

export const DELETE = write(endpoints.removeWorkspace, ({ context, params }) =>
  removeWorkspace(context, params.workspaceId),
);
