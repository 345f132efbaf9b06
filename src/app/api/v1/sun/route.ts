import * as sun from "@/core/contract/endpoints/sun";
import { done } from "@/server/problem";
import { serve } from "@/server/route";
import { sunOf } from "@/server/sun/sunFigures";

export const GET = serve(sun.sun, ({ context }) => done(sunOf(context)));
