import * as links from "@/core/contract/endpoints/links";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const POST = serve(links.stopLinks, ({ runtime }) => done({ stopped: runtime.links.stop() }));
