import * as directories from "@/core/contract/endpoints/directories";
import { changeDirectory, listDirectories } from "@/server/directory/directories";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const PATCH = serve(directories.changeDirectory, async ({ context, runtime, params, body }) => {
  const { directories: defaults } = runtime.config;
  const changed = await context.write(() => changeDirectory(context, defaults, params.directory, body));
  if (!changed.ok) return changed;
  return done((await listDirectories(context, defaults)).find(({ id }) => id === params.directory)!);
});
