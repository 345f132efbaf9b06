import * as people from "@/core/contract/endpoints/people";
import { actingOf, cookieResponse, signedInResponse } from "@/server/people/acting";
import { NOT_SHARED } from "@/server/people/entrance";
import { done, problemResponse } from "@/server/problem";
import { bind, serve } from "@/server/route";

export const GET = serve(people.acting, ({ context }) => done(actingOf(context.actor)));

export const POST = bind(people.signIn, async ({ context, runtime, body, request }) => {
  const { signIn } = runtime.entrance;
  if (signIn === null) return problemResponse(NOT_SHARED);
  const entered = await signIn.enter(body.signInName, body.password, request.headers);
  return signedInResponse(context, entered, 200);
});

export const DELETE = bind(people.signOut, async ({ context, runtime, request }) => {
  const { signIn } = runtime.entrance;
  if (signIn === null) return Response.json({});
  const cookies = await signIn.leave(request.headers);
  context.announce({ type: "people" });
  return cookieResponse({}, cookies);
});
