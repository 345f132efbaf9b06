import { changeSite, removeSite } from "@/server/logbook/sites";
import { answer, route } from "@/server/route";

export const PUT = route(async ({ context, id, json }) => answer(changeSite(context, id("siteId"), await json())));

export const DELETE = route(({ context, id }) => answer(removeSite(context, id("siteId"))));
