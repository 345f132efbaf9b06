import { giveBackSerial, reserveSerial } from "@/server/contest/serials";
import { answer, route } from "@/server/route";

export const POST = route(async ({ context, id, json }) => answer(reserveSerial(context, id("entryId"), await json())));

export const DELETE = route(({ context, id, query }) => answer(giveBackSerial(context, id("entryId"), query)));
