import { join } from "node:path";
import type { App } from "../e2e/app";
import type { Job, Logbook } from "../src/core/contract";
import { countedTo } from "../src/server/award/counted";
import { connect } from "../src/server/db/store";
import { withConfirmations } from "../src/server/logbook/contactRow";
import { countSlots } from "../src/server/logbook/rebuildSlots";
import { pause } from "./outcome";

const SITE = { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co" };

export async function newLogbook(app: App, name: string): Promise<number> {
  return (await app.api<Logbook>("logbooks", { method: "POST", json: { name, site: SITE } })).id;
}

/** A file of contacts, ten minutes apart; no two are one. */
export function contactsFile(count: number, from = 0): string {
  return Array.from({ length: count }, (_, index) => {
    const number = from + index;
    const at = new Date(Date.UTC(1995, 0, 1) + number * 600_000).toISOString();
    const call = `PY${number % 10}QR${String.fromCharCode(65 + (number % 26))}`;
    return `<CALL:6>${call}<QSO_DATE:8>${at.slice(0, 10).replaceAll("-", "")}<TIME_ON:4>${at.slice(11, 16).replace(":", "")}<BAND:3>20m<MODE:2>CW<EOR>\n`;
  }).join("");
}

export async function ended(app: App, id: number): Promise<Job> {
  for (;;) {
    const job = await app.api<Job>(`jobs/${id}`);
    if (job.state !== "running") return job;
    await pause(50);
  }
}

export function importFile(app: App, logbookId: number, body: string, query = ""): Promise<Job> {
  return app.api<Job>(`logbooks/${logbookId}/imports${query}`, { method: "POST", body });
}

/** A change of a whole logbook, that was looked at. */
export async function changeAll(app: App, logbookId: number, field: string, value: string): Promise<Job> {
  const json = { selection: { all: {}, except: [] }, change: { do: "set", field, value } };
  const preview = await ended(app, (await app.api<Job>(`logbooks/${logbookId}/changes`, { method: "POST", json })).id);
  return app.api<Job>(`logbooks/${logbookId}/changes/${preview.id}/run`, { method: "POST" });
}

/** What does not fit together in the database of a data folder, in words. */
export function faultsIn(data: string): string[] {
  const store = connect(join(data, "ypsiloid.sqlite"));
  const faults: string[] = [];
  try {
    const { q } = store;
    for (const { id, contactCount } of store.all(q.selectFrom("logbook").select(["id", "contactCount"]))) {
      const text = (slot: object) => JSON.stringify(Object.values(slot));
      const columns = ["award", "item", "band", "modeGroup", "worked", "confirmed"] as const;
      const kept = store
        .all(q.selectFrom("slot").select(columns).where("logbookId", "=", id))
        .map(text)
        .sort();
      // What a file brought may still be left for the job that counts it.
      const upTo = countedTo(store);
      const counted = countSlots(store, id, (contactId, award) => contactId <= upTo(id, award))
        .map(({ award, item, band, modeGroup, worked, confirmed }) =>
          text({ award, item, band, modeGroup, worked, confirmed }),
        )
        .sort();
      if (kept.join() !== counted.join()) faults.push(`the slots of logbook ${id} are not those of its contacts`);
      const rows = store.all(q.selectFrom("contact").selectAll().where("logbookId", "=", id));
      if (rows.length !== contactCount)
        faults.push(`logbook ${id} has ${rows.length} contacts and says ${contactCount}`);
      const queued = new Set(
        store.all(q.selectFrom("outbox").select("contactId").where("logbookId", "=", id)).map((row) => row.contactId),
      );
      const waiting = withConfirmations(store, rows).filter(({ confirmations }) =>
        confirmations.some(({ channel, sent }) => channel !== "card" && sent === "waiting"),
      );
      if (waiting.length !== queued.size || waiting.some((contact) => !queued.has(contact.id)))
        faults.push(`the outbox of logbook ${id} is not what waits`);
    }
    const batches = store.all(
      q
        .selectFrom("journalBatch")
        .leftJoin("journalEntry", "journalEntry.batchId", "journalBatch.id")
        .select((eb) => ["journalBatch.id", "contacts", eb.fn.count<number>("journalEntry.id").as("entries")])
        .groupBy("journalBatch.id"),
    );
    for (const { id, contacts, entries } of batches)
      if (contacts !== entries) faults.push(`batch ${id} says ${contacts} contacts and has ${entries}`);
  } finally {
    store.close();
  }
  return faults;
}
