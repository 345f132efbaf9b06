import * as people from "@/core/contract/endpoints/people";
import { cookieResponse } from "@/server/people/acting";
import { NOT_SHARED } from "@/server/people/entrance";
import { problemResponse } from "@/server/problem";
import { bind } from "@/server/route";

export const PUT = bind(people.changePassword, async ({ context, runtime, body, request }) => {
  const { signIn } = runtime.entrance;
  if (signIn === null) return problemResponse(NOT_SHARED);
  const changed = await signIn.change(body.before, body.password, request.headers);
  if (!changed.ok) return problemResponse(changed.problem);
  context.announce({ type: "people" });
  return cookieResponse({}, changed.value);
});
