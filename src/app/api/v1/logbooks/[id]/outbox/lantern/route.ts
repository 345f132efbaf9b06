import { lanternView } from "@/server/confirm/outbox";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => answer(lanternView(context, id("id"))));
