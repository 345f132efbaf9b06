import * as jobs from "@/core/contract/endpoints/jobs";
import { signedFile } from "@/server/confirm/outbox";
import { serve } from "@/server/route";

export const GET = serve(jobs.signedFile, ({ context, params }) => signedFile(context, params.jobId));
