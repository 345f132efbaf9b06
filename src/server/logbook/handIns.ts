import type { Store } from "../db/store";

/** The contact that a browser has handed in before under a name. */
export function handedIn(store: Store, logbookId: number, name: string): number | undefined {
  const before = store.q.selectFrom("handIn").select("contactId").where("logbookId", "=", logbookId);
  return store.first(before.where("name", "=", name))?.contactId;
}

export function noteHandIn(store: Store, logbookId: number, name: string, contactId: number): void {
  store.run(store.q.insertInto("handIn").values({ logbookId, name, contactId }));
}
