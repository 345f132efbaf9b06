import * as people from "@/core/contract/endpoints/people";
import { renewPassword } from "@/server/people/invitations";
import { write } from "@/server/route";

export const POST = write(people.renewPassword, ({ context, params }) => renewPassword(context, params.personId));
