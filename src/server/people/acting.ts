import type { Acting } from "../../core/contract";
import type { Actor } from "../actor";
import type { Context } from "../context";
import { problemResponse, type Result } from "../problem";
import { personActor } from "./people";
import type { SignedInAs } from "./signIn";

/** Who acts, as he is told of himself. */
export function actingOf({ personId, name, call, role, inLogbooks }: Actor): Acting {
  return { personId, name, call, role, inLogbooks: [...inLogbooks] };
}

/** A sign-in as a response: who it is, and the cookies that say so from then on. */
export function signedInResponse(
  { store }: Pick<Context, "store">,
  entered: Result<SignedInAs>,
  status: number,
): Response {
  if (!entered.ok) return problemResponse(entered.problem);
  const { personId, cookies } = entered.value;
  return cookieResponse(actingOf(personActor(store, personId, null)!), cookies, status);
}

/** An answer with cookies. */
export function cookieResponse(body: object, cookies: readonly string[], status = 200): Response {
  const response = Response.json(body, { status });
  for (const cookie of cookies) response.headers.append("set-cookie", cookie);
  return response;
}
