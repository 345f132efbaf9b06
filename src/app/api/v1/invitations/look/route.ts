import * as people from "@/core/contract/endpoints/people";
import { lookAtInvitation } from "@/server/people/invitations";
import { serve } from "@/server/route";

export const POST = serve(people.lookAtInvitation, ({ context, body }) => lookAtInvitation(context, body.token));
