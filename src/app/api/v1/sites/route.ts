import * as station from "@/core/contract/endpoints/station";
import { addSite, listSites } from "@/server/logbook/sites";
import { done } from "@/server/problem";
import { serve, write } from "@/server/route";

export const GET = serve(station.sites, ({ context }) => done(listSites(context)));

export const POST = write(station.addSite, ({ context, body }) => addSite(context, body));
