import * as backups from "@/core/contract/endpoints/backups";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(backups.backups, async ({ runtime }) => done(await runtime.backups.view()));

export const POST = serve(backups.makeBackup, ({ runtime }) => runtime.backups.make("asked"));
