import { answer, route } from "@/server/route";

export const POST = route(({ context, runtime, id }) => answer(runtime.supervisor.again(context, id("jobId")), 202));
