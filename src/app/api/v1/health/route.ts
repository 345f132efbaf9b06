import * as station from "@/core/contract/endpoints/station";
import { done } from "@/server/problem";
import { VERSION } from "@/server/version";
import { serve } from "@/server/route";

export const GET = serve(station.health, () => done({ status: "ok", name: "Ypsiloid", version: VERSION }));
