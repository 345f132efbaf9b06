import * as people from "@/core/contract/endpoints/people";
import { listSessions } from "@/server/people/people";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(people.ownSignIns, ({ context }) => done(listSessions(context, context.actor.personId)));
