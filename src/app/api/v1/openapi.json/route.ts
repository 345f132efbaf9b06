import * as station from "@/core/contract/endpoints/station";
import { openApiDocument } from "@/server/openapi";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(station.openApi, () => done({ ...openApiDocument() }));
