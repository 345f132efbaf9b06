import { retryRefused } from "@/server/confirm/outbox";
import { answer, writing } from "@/server/route";

export const POST = writing(({ context, id }) => answer(retryRefused(context, id("id"))));
