import * as people from "@/core/contract/endpoints/people";
import { sharingNow } from "@/server/front/sharing";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(people.sharing, () => done(sharingNow()));
