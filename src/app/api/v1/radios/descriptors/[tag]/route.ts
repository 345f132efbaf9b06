import * as links from "@/core/contract/endpoints/links";
import { removeDescriptor } from "@/server/links/descriptors";
import { serve } from "@/server/route";

export const DELETE = serve(links.removeDescriptor, async ({ context, runtime, params }) => {
  const removed = await context.write(() => removeDescriptor(context, params.tag));
  if (removed.ok) runtime.links.renew("descriptor", params.tag);
  return removed;
});
