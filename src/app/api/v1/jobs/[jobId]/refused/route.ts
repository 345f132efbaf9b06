import * as jobs from "@/core/contract/endpoints/jobs";
import { refusedRecords } from "@/server/logbook/refusedRecords";
import { serve } from "@/server/route";

export const GET = serve(jobs.refusedRecords, ({ context, params }) => refusedRecords(context, params.jobId));
