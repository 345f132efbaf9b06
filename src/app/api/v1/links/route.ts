import * as links from "@/core/contract/endpoints/links";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(links.links, ({ runtime }) => done(runtime.links.list()));
export const POST = serve(links.addLink, ({ runtime, body }) => runtime.links.add(body));
