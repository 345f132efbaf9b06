import * as links from "@/core/contract/endpoints/links";
import { serve } from "@/server/route";

export const POST = serve(links.testLink, ({ runtime, body }) => runtime.links.test(body));
