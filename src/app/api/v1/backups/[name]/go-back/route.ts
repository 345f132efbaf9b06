import * as backups from "@/core/contract/endpoints/backups";
import { goBack } from "@/server/backup/goBack";
import { serve } from "@/server/route";

export const POST = serve(backups.goBack, ({ runtime, params, body }) => goBack(runtime, params.name, body));
