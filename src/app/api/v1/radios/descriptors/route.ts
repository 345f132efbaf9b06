import * as links from "@/core/contract/endpoints/links";
import { keepDescriptor, listDescriptors } from "@/server/links/descriptors";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(links.descriptors, ({ context }) => done(listDescriptors(context)));
export const POST = serve(links.keepDescriptor, async ({ context, runtime, body }) => {
  const kept = await context.write(() => keepDescriptor(context, body));
  if (kept.ok) runtime.links.renew("descriptor", kept.value.descriptor.tag);
  return kept;
});
