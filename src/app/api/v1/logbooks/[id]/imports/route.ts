import { startImport } from "@/server/logbook/startImport";
import { answer, route } from "@/server/route";

export const POST = route(async ({ context, runtime, id, request, query }) =>
  answer(await startImport(context, runtime, id("id"), request, query), 202),
);
