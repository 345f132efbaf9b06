import * as directories from "@/core/contract/endpoints/directories";
import { listDirectories, orderDirectories } from "@/server/directory/directories";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(directories.directories, async ({ context, runtime }) =>
  done(await listDirectories(context, runtime.config.directories)),
);
export const PUT = serve(directories.orderDirectories, async ({ context, runtime, body }) => {
  const ordered = await context.write(() => orderDirectories(context, body.ids));
  return ordered.ok ? done(await listDirectories(context, runtime.config.directories)) : ordered;
});
