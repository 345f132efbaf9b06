import { entityTable } from "@/server/award/entityTable";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => answer(entityTable(context, id("id"))));
