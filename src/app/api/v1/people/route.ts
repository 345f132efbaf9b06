import * as people from "@/core/contract/endpoints/people";
import { listPeople } from "@/server/people/people";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(people.people, ({ context }) => done(listPeople(context)));
