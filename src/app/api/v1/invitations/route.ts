import * as people from "@/core/contract/endpoints/people";
import { invite, listInvitations } from "@/server/people/invitations";
import { done } from "@/server/problem";
import { serve, write } from "@/server/route";

export const GET = serve(people.invitations, ({ context }) => done(listInvitations(context)));

export const POST = write(people.invite, ({ context, body }) => invite(context, body));
