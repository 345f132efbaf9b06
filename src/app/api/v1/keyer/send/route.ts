import * as keyer from "@/core/contract/endpoints/keyer";
import { serve } from "@/server/route";

export const POST = serve(keyer.keyerSend, ({ runtime, body }) => runtime.keyer.send(body));
