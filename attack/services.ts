import { startApp } from "../e2e/app";
import type { Job, ServiceView } from "../src/core/contract";
import { BEHAVIOURS } from "../stand-ins/manners";
import { contactsFile, ended, importFile, newLogbook } from "./logbook";
import { forgetPeak, peakMemory } from "./memory";
import { type Outcome, pause } from "./outcome";

/** Services that fail in every manner there is: each job ends, can be cancelled, and nothing that waits is lost. */
export async function hostileServices(): Promise<Outcome> {
  const broken: string[] = [];
  const manners = [...BEHAVIOURS.filter((one) => one !== "normal"), "empty", "echo"];
  let [most, slowest] = [0, 0];
  const app = await startApp("empty");
  try {
    const logbookId = await newLogbook(app, "Sent");
    await app.identify(logbookId, "CX3QUA");
    await ended(app, (await importFile(app, logbookId, contactsFile(120), "?queue=lantern")).id);
    const post = (path: string) => app.api<Job>(path, { method: "POST" });
    /** Settings that are kept anew end the rest that a busy service asked for. */
    const wake = () => app.api(`logbooks/${logbookId}/services/lantern/settings`, { method: "PATCH", json: {} });
    const view = () => app.api<ServiceView>(`logbooks/${logbookId}/services/lantern`);
    for (const behaviour of manners) {
      forgetPeak(app.pid());
      for (const what of ["send", "fetch"]) {
        const before = (await view()).waiting;
        await app.lantern({ behaviour });
        await wake();
        const job = await post(`logbooks/${logbookId}/services/lantern/${what}`);
        const end = await ended(app, job.id);
        if (end.problem?.includes("unexpected")) broken.push(`${what}, ${behaviour}: ${end.problem}`);
        const { accepted = 0, known = 0, refused = 0 } = (end.report ?? {}) as Record<string, number>;
        const after = await view();
        if (before !== after.waiting + accepted + known + refused)
          broken.push(
            `${what}, ${behaviour}: ${before} waited, ${after.waiting} wait, ${accepted + known + refused} answered`,
          );
        if (JSON.stringify([end, after]).includes("lantern-demo-token"))
          broken.push(`${what}, ${behaviour}: the token shows`);
        await post(`logbooks/${logbookId}/services/lantern/retry`);
      }
      await wake();
      const hanging = await post(`logbooks/${logbookId}/services/lantern/fetch`);
      await pause(300);
      const start = performance.now();
      await post(`jobs/${hanging.id}/cancel`);
      await ended(app, hanging.id);
      const took = performance.now() - start;
      slowest = Math.max(slowest, took);
      if (took > 1500) broken.push(`${behaviour}: it took ${Math.round(took)} ms to cancel`);
      most = Math.max(most, peakMemory(app.pid()) ?? 0);
    }
    await app.lantern({ behaviour: "normal" });
    await wake();
    const sent = await ended(app, (await post(`logbooks/${logbookId}/services/lantern/send`)).id);
    if (sent.state !== "done" || (await view()).waiting !== 0) broken.push("afterwards not all was sent");
  } finally {
    await app.stop();
  }
  const measured = `slowest cancel ${Math.round(slowest)} ms, memory ${Math.round(most)} MB`;
  return { what: "hostile services", tried: manners.length, broken, measured };
}
