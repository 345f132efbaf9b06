import { route } from "@/server/route";
import { VERSION } from "@/server/version";

export const GET = route(() => Response.json({ status: "ok", name: "Ypsiloid", version: VERSION }));
