import type { App } from "../e2e/app";
import { startApp } from "../e2e/app";
import type { StoredContact } from "../src/core/contract";
import { ended, importFile, newLogbook } from "./logbook";
import { forgetPeak, peakMemory } from "./memory";
import { type Outcome, pause } from "./outcome";

/** Files made to take long or much memory, each of about so many bytes. */
const FILES: Readonly<Record<string, (bytes: number) => string>> = {
  "spaces behind a value": (bytes) => `<CALL:5>W1QRA<COMMENT:3>abc${" ".repeat(bytes)}x<EOR>`,
  "a value of spaces and a letter": (bytes) => `<COMMENT:${bytes}>a${" ".repeat(bytes - 2)}x<CALL:5>W1QRA<EOR>`,
  "tags without a length": (bytes) => "<CALL>".repeat(bytes / 6),
  brackets: (bytes) => "<".repeat(bytes),
  "one record without an end": (bytes) => "<APP_X_Y:20>12345678901234567890".repeat(bytes / 32),
  "contacts without ends": (bytes) =>
    "<CALL:5>W1QRA<QSO_DATE:8>20200101<TIME_ON:4>0000<BAND:3>20m<MODE:2>CW\n".repeat(bytes / 70),
  "the same contact again and again": (bytes) =>
    "<CALL:5>W1QRA<QSO_DATE:8>20200101<TIME_ON:4>0000<BAND:3>20m<MODE:2>CW<EOR>\n".repeat(bytes / 75),
  "figures, then a letter": (bytes) =>
    `<CALL:5>W1QRA<QSO_DATE:8>20200101<TIME_ON:4>0000<BAND:3>20m<MODE:2>CW<AGE:90001>${"1".repeat(90_000)}x<EOR>\n`.repeat(
      bytes / 90_000,
    ),
  "many wrong fields on many lines": (bytes) => `<CALL:5>W1QRA${"<SFI:1>x\n".repeat(bytes / 9)}<EOR>`,
  "XML without an end": (bytes) => `<?xml version="1.0"?><ADX><RECORDS><RECORD><NOTES>${"n".repeat(bytes)}`,
  "XML nested deeply": (bytes) => `<?xml version="1.0"?><ADX>${"<A>".repeat(bytes / 3)}`,
  "XML with one record of many fields": (bytes) =>
    `<?xml version="1.0"?><ADX><RECORDS><RECORD>${"<CALL>W1QRA</CALL>".repeat(bytes / 18)}</RECORD></RECORDS></ADX>`,
  "a contest log of wrong lines": (bytes) => `START-OF-LOG: 3.0\n${"QSO: x\n".repeat(bytes / 7)}`,
  "a contest log of one line": (bytes) => `START-OF-LOG: 3.0\nQSO: ${" ".repeat(bytes)}x`,
  NULs: (bytes) => "\0".repeat(bytes),
};

/** Imports hostile files while contacts are logged; each import must end, and nobody may wait for it. */
export async function hostileFiles(bytes: number): Promise<Outcome> {
  const broken: string[] = [];
  const over: string[] = [];
  let longest = 0;
  let most = { what: "", megabytes: 0 };
  let cancelled = 0;
  const app = await startApp("empty");
  try {
    const desk = await newLogbook(app, "Desk");
    for (const [what, make] of Object.entries(FILES)) {
      forgetPeak(app.pid());
      const logbookId = await newLogbook(app, what);
      const job = await importFile(app, logbookId, make(bytes));
      const wait = await logWhile(app, desk, job.id);
      longest = Math.max(longest, wait);
      if (wait > 1000) over.push(`${what}: a contact took ${Math.round(wait)} ms`);
      const { state, problem } = await ended(app, job.id);
      if (problem?.includes("unexpected")) broken.push(`${what}: ${problem}`);
      const megabytes = Math.round(peakMemory(app.pid()) ?? 0);
      if (megabytes > most.megabytes) most = { what, megabytes };
      if (megabytes > 400) over.push(`${what}: ${megabytes} MB of memory`);
      if (state === "running") broken.push(`${what}: it does not end`);

      const again = await importFile(app, logbookId, make(bytes));
      await pause(150);
      const start = performance.now();
      await app.api(`jobs/${again.id}/cancel`, { method: "POST" });
      const end = await ended(app, again.id);
      const took = performance.now() - start;
      if (end.state === "cancelled") cancelled = Math.max(cancelled, took);
      if (took > 1500) over.push(`${what}: it took ${Math.round(took)} ms to cancel`);
    }
  } finally {
    await app.stop();
  }
  const measured = `longest wait for a contact ${Math.round(longest)} ms, slowest cancel ${Math.round(cancelled)} ms, memory ${most.megabytes} MB with ${most.what}`;
  return { what: "hostile files", tried: Object.keys(FILES).length, broken, over, measured };
}

let number = 0;
/** Logs contacts as long as a job runs, a minute at most; the longest that one took. */
async function logWhile(app: App, logbookId: number, jobId: number): Promise<number> {
  let longest = 0;
  const until = Date.now() + 60_000;
  for (let state = "running"; state === "running" && Date.now() < until;) {
    const startedAt = new Date(Date.UTC(2021, 0, 1) + ++number * 600_000).toISOString();
    const json = { call: "DL1QTA", startedAt, band: "40m", mode: "CW" };
    const start = performance.now();
    await app.api<StoredContact>(`logbooks/${logbookId}/contacts`, { method: "POST", json });
    longest = Math.max(longest, performance.now() - start);
    ({ state } = await app.api<{ state: string }>(`jobs/${jobId}`));
    await pause(50);
  }
  return longest;
}
