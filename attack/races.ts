import { startApp } from "../e2e/app";
import type { ChangeReport, SendReport, StoredContact } from "../src/core/contract";
import { changeAll, contactsFile, ended, faultsIn, importFile, newLogbook } from "./logbook";
import { type Outcome, randomOf } from "./outcome";

/** Edits and deletes contacts while a job changes them all, and while they are sent; every acknowledged edit must stand. */
export async function raceEdits(count: number): Promise<Outcome> {
  const random = randomOf(3);
  const broken: string[] = [];
  let tried = 0;
  // The services answer from the process that races, and late while it does.
  const app = await startApp("empty", { patience: 30 });
  try {
    const logbookId = await newLogbook(app, "Raced");
    await app.identify(logbookId, "CX3QUA");
    await ended(app, (await importFile(app, logbookId, contactsFile(count), "?queue=lantern")).id);
    const { items } = await app.api<{ items: StoredContact[] }>(`logbooks/${logbookId}/contacts?limit=500`);
    const oldest = items.at(-1)!.id;
    const names = new Map<number, string>();
    const gone = new Set<number>();

    const jobs: [string, () => Promise<{ id: number }>][] = [
      ["a change of many", () => changeAll(app, logbookId, "comment", "changed by the job")],
      ["a sending", () => app.api(`logbooks/${logbookId}/services/lantern/send`, { method: "POST" })],
    ];
    for (const [what, begin] of jobs) {
      const job = await begin();
      let running = true;
      const over = ended(app, job.id).finally(() => (running = false));
      for (let number = 0; running; number++) {
        // Some on which the job is at work, some anywhere.
        const id = oldest + Math.floor(random() * items.length);
        if (gone.has(id)) continue;
        tried++;
        const path = `logbooks/${logbookId}/contacts/${id}`;
        if (number % 20 === 19) {
          await app.api(path, { method: "DELETE" });
          gone.add(id);
        } else {
          const name = `Name ${what.length} ${number}`;
          await app.api(path, { method: "PATCH", json: { name } });
          names.set(id, name);
        }
      }
      const { state, problem, report } = await over;
      if (state !== "done") broken.push(`${what} ended ${state}: ${problem}`);
      const { meanwhile = 0 } = report as Partial<ChangeReport & SendReport>;
      if (meanwhile > tried) broken.push(`${what} left ${meanwhile} alone, and only ${tried} were touched`);
      for (const [id, name] of names) {
        const contact = await app.api<StoredContact>(`logbooks/${logbookId}/contacts/${id}`).catch(() => null);
        if (gone.has(id) ? contact !== null : contact?.name !== name)
          broken.push(`beside ${what}: contact ${id} is ${contact?.name ?? "gone"}, and "${name}" was acknowledged`);
      }
    }
    await app.kill();
    broken.push(...faultsIn(app.data));
    return { what: "edits beside jobs", tried, broken };
  } finally {
    await app.stop();
  }
}
