import * as backups from "@/core/contract/endpoints/backups";
import { serve } from "@/server/route";

export const PUT = serve(backups.changeBackups, ({ runtime, body }) => runtime.backups.change(body));
