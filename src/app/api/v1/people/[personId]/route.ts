import * as people from "@/core/contract/endpoints/people";
import { changePerson, removePerson } from "@/server/people/people";
import { write } from "@/server/route";

export const PATCH = write(people.changePerson, ({ context, params, body }) =>
  changePerson(context, params.personId, body),
);

export const DELETE = write(people.removePerson, ({ context, params }) => removePerson(context, params.personId));
