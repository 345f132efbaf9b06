import type { StoredContact } from "./contact";
import type { Job } from "./job";

/** What happened, as every open browser hears it. Small changes carry the contacts, large ones only say so. */
export type LiveEvent =
  | {
      readonly type: "contacts";
      readonly logbookId: number;
      readonly contactCount: number;
      readonly added: readonly StoredContact[];
      readonly changed: readonly StoredContact[];
      readonly removed: readonly number[];
    }
  | { readonly type: "manyContacts"; readonly logbookId: number; readonly contactCount: number }
  | { readonly type: "outbox"; readonly logbookId: number; readonly waiting: number }
  | { readonly type: "job"; readonly job: Job };
