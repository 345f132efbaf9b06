import { retryRefused } from "@/server/confirm/outbox";
import { answer, route } from "@/server/route";

export const POST = route(({ context, id }) => answer(retryRefused(context, id("id"))));
