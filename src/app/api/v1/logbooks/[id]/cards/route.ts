import { markCards } from "@/server/logbook/cards";
import { answer, writing } from "@/server/route";

export const POST = writing(({ context, id, body }) => answer(markCards(context, id("id"), body())));
