import * as contacts from "@/core/contract/endpoints/contacts";
import { startChange } from "@/server/logbook/startChange";
import { write } from "@/server/route";

export const POST = write(contacts.runChange, ({ context, runtime, params }) =>
  startChange(context, runtime.supervisor, params.logbookId, params.jobId),
);
