import { giveBackSerial, reserveSerial } from "@/server/contest/serials";
import { answer, writing } from "@/server/route";

export const POST = writing(({ context, id, body }) => answer(reserveSerial(context, id("entryId"), body())));

export const DELETE = writing(({ context, id, query }) => answer(giveBackSerial(context, id("entryId"), query)));
