import { changeSite, removeSite } from "@/server/logbook/sites";
import { answer, writing } from "@/server/route";

export const PUT = writing(({ context, id, body }) => answer(changeSite(context, id("siteId"), body())));

export const DELETE = writing(({ context, id }) => answer(removeSite(context, id("siteId"))));
