import * as people from "@/core/contract/endpoints/people";
import { endSession } from "@/server/people/people";
import { write } from "@/server/route";

export const DELETE = write(people.endOwnSignIn, ({ context, params }) =>
  endSession(context, context.actor.personId, params.signInId),
);
