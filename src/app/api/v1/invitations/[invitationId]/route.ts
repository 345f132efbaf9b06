import * as people from "@/core/contract/endpoints/people";
import { withdrawInvitation } from "@/server/people/invitations";
import { write } from "@/server/route";

export const DELETE = write(people.withdrawInvitation, ({ context, params }) =>
  withdrawInvitation(context, params.invitationId),
);
