import { markCards } from "@/server/logbook/cards";
import { answer, route } from "@/server/route";

export const POST = route(async ({ context, id, json }) => answer(markCards(context, id("id"), await json())));
