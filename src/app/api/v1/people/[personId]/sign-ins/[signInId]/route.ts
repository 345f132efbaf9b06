import * as people from "@/core/contract/endpoints/people";
import { endSession } from "@/server/people/people";
import { write } from "@/server/route";

export const DELETE = write(people.endSignIn, ({ context, params }) =>
  endSession(context, params.personId, params.signInId),
);
