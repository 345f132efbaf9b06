import { endpoint } from "../endpoint";
import { workspaceInputSchema, workspaceSchema } from "../workspace";
import { removedSchema } from "./removed";

export const workspaces = endpoint({
  method: "GET",
  path: "workspaces",
  summary: "The workspaces that one has kept oneself",
  needs: "read",
  answer: { items: workspaceSchema },
});

export const keepWorkspace = endpoint({
  method: "POST",
  path: "workspaces",
  summary: "Keep a workspace under a name, for oneself",
  needs: "read",
  status: 201,
  body: workspaceInputSchema,
  answer: workspaceSchema,
});

export const replaceWorkspace = endpoint({
  method: "PUT",
  path: "workspaces/{workspaceId}",
  summary: "Replace a kept workspace",
  needs: "read",
  body: workspaceInputSchema,
  answer: workspaceSchema,
});

export const removeWorkspace = endpoint({
  method: "DELETE",
  path: "workspaces/{workspaceId}",
  summary: "Remove a kept workspace",
  needs: "read",
  answer: removedSchema,
});
