import * as links from "@/core/contract/endpoints/links";
import { serve } from "@/server/route";
import { readHere } from "@/server/signal/receiverStream";

export const POST = serve(links.readHere, ({ runtime, params, body }) => readHere(runtime, params.linkId, body));
