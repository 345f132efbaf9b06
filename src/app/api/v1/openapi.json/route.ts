import { openApiDocument } from "@/server/openapi";
import { route } from "@/server/route";

export const GET = route(() => Response.json(openApiDocument()));
