import { z } from "zod";
import { endpoint } from "../endpoint";
import {
  acceptanceSchema,
  actingSchema,
  invitationInputSchema,
  invitationSchema,
  invitedSchema,
  madeInvitationSchema,
  passwordChangeSchema,
  personPatchSchema,
  personSchema,
  sharingSchema,
  signedInSchema,
  signInSchema,
  tokenInputSchema,
} from "../person";

const nothing = z.object({});

export const signIn = endpoint({
  method: "POST",
  path: "sign-in",
  summary: "Sign in; the answer sets the cookie that the requests after it carry",
  needs: "anyone",
  body: signInSchema,
  answer: actingSchema,
});

export const acting = endpoint({
  method: "GET",
  path: "sign-in",
  summary: "Who asks, and what he is at the station and in its logbooks",
  needs: "read",
  answer: actingSchema,
});

export const signOut = endpoint({
  method: "DELETE",
  path: "sign-in",
  summary: "Sign out",
  needs: "anyone",
  answer: nothing,
});

export const changePassword = endpoint({
  method: "PUT",
  path: "sign-in/password",
  summary: "Change one's own password; one is signed out everywhere else",
  needs: "read",
  body: passwordChangeSchema,
  answer: nothing,
});

export const ownSignIns = endpoint({
  method: "GET",
  path: "sign-ins",
  summary: "Where one is signed in oneself",
  needs: "read",
  answer: { items: signedInSchema },
});

export const endOwnSignIn = endpoint({
  method: "DELETE",
  path: "sign-ins/{signInId}",
  summary: "Sign oneself out somewhere else",
  needs: "read",
  answer: nothing,
});

export const sharing = endpoint({
  method: "GET",
  path: "sharing",
  summary: "Whether the station is open to others, at which addresses, and by which certificate",
  needs: "read",
  answer: sharingSchema,
});

export const people = endpoint({
  method: "GET",
  path: "people",
  summary: "The people of the station, what they are, and where they are signed in",
  needs: "own",
  answer: { items: personSchema },
});

export const changePerson = endpoint({
  method: "PATCH",
  path: "people/{personId}",
  summary: "Change what a person is called or is; it is in force at once",
  needs: "own",
  body: personPatchSchema,
  answer: personSchema,
});

export const removePerson = endpoint({
  method: "DELETE",
  path: "people/{personId}",
  summary: "Remove a person, who is signed out at once; what he logged keeps his name",
  needs: "own",
  answer: nothing,
});

export const endSignIn = endpoint({
  method: "DELETE",
  path: "people/{personId}/sign-ins/{signInId}",
  summary: "Sign a person out somewhere",
  needs: "own",
  answer: nothing,
});

export const renewPassword = endpoint({
  method: "POST",
  path: "people/{personId}/renewal",
  summary: "Make a link by which a person chooses a new password, once",
  needs: "own",
  status: 201,
  answer: madeInvitationSchema,
});

export const invitations = endpoint({
  method: "GET",
  path: "invitations",
  summary: "The invitations that nobody has taken up yet",
  needs: "own",
  answer: { items: invitationSchema },
});

export const invite = endpoint({
  method: "POST",
  path: "invitations",
  summary: "Invite somebody; the token in the answer is told this once, and works once",
  needs: "own",
  status: 201,
  body: invitationInputSchema,
  answer: madeInvitationSchema,
});

export const withdrawInvitation = endpoint({
  method: "DELETE",
  path: "invitations/{invitationId}",
  summary: "Withdraw an invitation",
  needs: "own",
  answer: nothing,
});

export const lookAtInvitation = endpoint({
  method: "POST",
  path: "invitations/look",
  summary: "What an invitation is for, by its token",
  needs: "anyone",
  body: tokenInputSchema,
  answer: invitedSchema,
});

export const acceptInvitation = endpoint({
  method: "POST",
  path: "invitations/accept",
  summary: "Take up an invitation, and be signed in",
  needs: "anyone",
  status: 201,
  body: acceptanceSchema,
  answer: actingSchema,
});
