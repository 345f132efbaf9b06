import * as contacts from "@/core/contract/endpoints/contacts";
import { startPreview } from "@/server/logbook/startChange";
import { write } from "@/server/route";

export const POST = write(contacts.previewChange, ({ context, runtime, params, body }) =>
  startPreview(context, runtime.supervisor, params.logbookId, body),
);
