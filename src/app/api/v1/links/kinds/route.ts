import * as links from "@/core/contract/endpoints/links";
import { listLinkKinds } from "@/server/links/kindInfo";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(links.linkKinds, async ({ context }) => done(await listLinkKinds(context)));
