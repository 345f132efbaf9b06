import * as inStep from "@/core/contract/endpoints/inStep";
import { listActs, startInStep } from "@/server/confirm/inStep/act";
import { serve, write } from "@/server/route";

export const GET = serve(inStep.acts, ({ context, params }) => listActs(context, params.logbookId));

export const POST = write(inStep.bringInStep, ({ context, runtime, params, body }) =>
  startInStep(context, runtime.supervisor, params.logbookId, body.services),
);
