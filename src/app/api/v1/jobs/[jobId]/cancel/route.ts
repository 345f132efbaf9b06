import { answer, writing } from "@/server/route";

export const POST = writing(({ context, runtime, id }) => answer(runtime.supervisor.cancel(context, id("jobId"))));
