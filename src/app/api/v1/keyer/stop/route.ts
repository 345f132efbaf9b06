import * as keyer from "@/core/contract/endpoints/keyer";
import { serve } from "@/server/route";

export const POST = serve(keyer.keyerStop, ({ runtime }) => runtime.keyer.stop());
