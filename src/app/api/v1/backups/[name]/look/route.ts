import * as backups from "@/core/contract/endpoints/backups";
import { lookAtBackup } from "@/server/backup/goBack";
import { serve } from "@/server/route";

export const GET = serve(backups.lookAtBackup, ({ runtime, params }) => lookAtBackup(runtime, params.name));
