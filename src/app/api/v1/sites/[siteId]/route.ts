import * as station from "@/core/contract/endpoints/station";
import { changeSite, removeSite } from "@/server/logbook/sites";
import { write } from "@/server/route";

export const PUT = write(station.changeSite, ({ context, params, body }) => changeSite(context, params.siteId, body));

export const DELETE = write(station.removeSite, ({ context, params }) => removeSite(context, params.siteId));
