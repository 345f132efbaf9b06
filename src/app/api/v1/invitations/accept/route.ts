import * as people from "@/core/contract/endpoints/people";
import { signedInResponse } from "@/server/people/acting";
import { NOT_SHARED } from "@/server/people/entrance";
import { acceptInvitation } from "@/server/people/invitations";
import { problemResponse } from "@/server/problem";
import { bind } from "@/server/route";

export const POST = bind(people.acceptInvitation, async ({ context, runtime, body, request }) => {
  const { signIn } = runtime.entrance;
  if (signIn === null) return problemResponse(NOT_SHARED);
  return signedInResponse(context, await acceptInvitation(context, signIn, body, request.headers), 201);
});
