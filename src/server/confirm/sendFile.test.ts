import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { startLantern } from "../../../stand-ins/lantern/server";
import { startTideline, TIDELINE_CALLS } from "../../../stand-ins/tideline/server";
import type { ServiceId } from "../../core/confirm";
import type { JobOf } from "../../core/contract";
import type { Context } from "../context";
import { findJob, type JobRequest } from "../jobs/job";
import { insertJob } from "../jobs/supervisor";
import { doJob } from "../jobs/work";
import { getContact, logContact } from "../logbook/contacts";
import { testContext, testIdentity, testMeans, valueOf } from "../testing";
import { signedFile } from "./outbox";

const folder = mkdtempSync(join(tmpdir(), "ypsiloid-signed-"));
let files = 0;
let context: Context;
let logbookId: number;
let address: string;
let server: Server;

async function begin(service: ServiceId): Promise<void> {
  ({ context, logbookId } = await testContext());
  const clock = () => context.now();
  server =
    service === "lantern"
      ? await startLantern({ file: ":memory:", port: 0, token: "secret", pace: 3600, clock })
      : await startTideline({ file: ":memory:", port: 0, key: "secret", calls: TIDELINE_CALLS, pace: 3600 });
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  if (service === "lantern") await testIdentity(context, logbookId, "CX3QUA", testMeans(address).services.lantern);
}
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const log = (call: string, facts: object = {}) =>
  valueOf(
    logContact(context, logbookId, { call, startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW", ...facts }),
  ).id;
async function run(request: JobRequest, signal = new AbortController().signal) {
  const jobId = insertJob(context, logbookId, "Test", request);
  await doJob(context, jobId, signal, testMeans(address));
  return findJob(context.store, jobId)!;
}
const newFile = (text = "") => {
  const file = join(folder, String(++files));
  writeFileSync(file, text);
  return file;
};
const sendFile = async (text: string, service: ServiceId = "lantern") =>
  (await run({ kind: "sendFile", service, file: newFile(text), fileName: "of-elsewhere" })) as JobOf<"sendFile">;
async function signAll(again = false) {
  const file = join(folder, String(++files));
  const choice = { selection: { all: {}, except: [] }, again };
  const job = (await run({ kind: "sign", service: "lantern", choice, file })) as JobOf<"sign">;
  return { job, text: readFileSync(file, "utf8") };
}
const sentState = (id: number, service: ServiceId = "lantern") =>
  valueOf(getContact(context, logbookId, id)).confirmations.find(({ channel }) => channel === service)?.sent;

describe("signed now and sent later", () => {
  beforeEach(() => begin("lantern"));

  test("contacts are signed to a file, go on waiting, and are marked as sent when the file is sent", async () => {
    const ids = [log("DL1QTA"), log("OY4QSA"), log("DL2QTA", { ownCall: "LU/CX3QUA" })];
    const { job, text } = await signAll();
    expect(job.report).toMatchObject({
      signed: 2,
      leftOut: 0,
      unsigned: [{ why: "there is no identity of LU/CX3QUA", count: 1 }],
    });
    expect(text.trim().split("\n")).toHaveLength(2);
    const download = valueOf(signedFile(context, job.id));
    expect(Buffer.concat([...download.pieces].map((piece) => Buffer.from(piece))).toString()).toBe(text);
    expect(ids.map((id) => sentState(id))).toEqual(["waiting", "waiting", "waiting"]);

    expect((await sendFile(text)).report).toMatchObject({ read: 2, accepted: 2, marked: 2, damaged: 0 });
    expect(ids.map((id) => sentState(id))).toEqual(["sent", "sent", "waiting"]);
    expect((await sendFile(text)).report).toMatchObject({ accepted: 0, known: 2, marked: 0, batchId: null });
    expect((await signAll()).job.report).toMatchObject({ signed: 0, leftOut: 2 });
    expect((await signAll(true)).job.report).toMatchObject({ signed: 2, leftOut: 0 });
  });

  test("a line that was changed by one letter, is no contact, or is empty is not sent, and told with its number", async () => {
    for (const call of ["DL1QTA", "OY4QSA", "DL2QTA"]) log(call);
    const [first, second, third] = (await signAll()).text.trim().split("\n");
    const at = second!.indexOf(".") + 20;
    const changed = second!.slice(0, at) + (second![at] === "A" ? "B" : "A") + second!.slice(at + 1);
    const { report } = await sendFile(`\uFEFF${[first, "", changed, "Dear Inés", third].join("\r\n")}\r\n`);
    expect(report).toMatchObject({
      read: 4,
      accepted: 2,
      marked: 2,
      damaged: 2,
      damagedLines: [
        { line: 3, why: "its signature does not fit: it was changed after it was signed" },
        { line: 4, why: "it is no signed contact" },
      ],
    });
  });

  test("broken off in the middle it goes on with what was not answered for", async () => {
    for (let number = 0; number < 120; number++)
      log(`DL${number % 10}QT${String.fromCharCode(65 + (number % 26))}`, {
        startedAt: `2026-11-2${number % 3}T${String(number % 24).padStart(2, "0")}:${String(number % 60).padStart(2, "0")}:00Z`,
      });
    const { text } = await signAll();
    const file = newFile(text);
    const stop = new AbortController();
    const jobId = insertJob(context, logbookId, "Test", { kind: "sendFile", service: "lantern", file, fileName: "x" });
    const announcing: Context = { ...context, announce: ({ type }) => void (type === "outbox" && stop.abort()) };
    await doJob(announcing, jobId, stop.signal, testMeans(address));
    expect(findJob(context.store, jobId)!.state).toBe("cancelled");
    expect(existsSync(file)).toBe(true);
    await doJob(context, jobId, new AbortController().signal, testMeans(address));
    expect(findJob(context.store, jobId)).toMatchObject({
      state: "done",
      report: { read: 120, accepted: 120, known: 0, marked: 120 },
    });
    expect(existsSync(file)).toBe(false);
  });

  test("a file that is gone, or a job that signed nothing, is told in words", async () => {
    const job = await run({ kind: "sendFile", service: "lantern", file: join(folder, "gone"), fileName: "x" });
    expect(job).toMatchObject({ state: "failed", problem: "the uploaded file is no longer there: send it again" });
    expect(signedFile(context, job.id).ok).toBe(false);
  });
});

const ADIF = [
  "<CALL:6>DL1QTA<QSO_DATE:8>20261120<TIME_ON:6>210000<BAND:3>20m<MODE:2>CW<STATION_CALLSIGN:6>CX3QUA<EOR>",
  "<CALL:6>OY4QSA<QSO_DATE:8>20261120<TIME_ON:4>2105<BAND:3>20m<MODE:2>CW<EOR>",
  "<CALL:6>DL2QTA<QSO_DATE:8>20261120<TIME_ON:4>2110<BAND:3>20m<MODE:2>CW<STATION_CALLSIGN:6>P29QSA<EOR>",
  "<CALL:6>DL3QTA<QSO_DATE:8>20269999<TIME_ON:4>2110<BAND:3>20m<MODE:2>CW<EOR>",
].join("\n");

describe("a file of another program", () => {
  test("is signed and sent to Lantern; the log gets nothing of it but that what it has is sent", async () => {
    await begin("lantern");
    const id = log("DL1QTA", { startedAt: "2026-11-20T21:00:30Z" });
    const { report, state } = await sendFile(ADIF);
    expect(state).toBe("done");
    expect(report).toMatchObject({
      read: 4,
      accepted: 2,
      marked: 1,
      damaged: 1,
      unsigned: [{ why: "there is no identity of P29QSA", count: 1 }],
    });
    expect(report!.damagedLines[0]).toMatchObject({ line: 4, why: expect.stringContaining("QSO_DATE") as string });
    expect(sentState(id)).toBe("sent");
    const { q } = context.store;
    expect(context.store.all(q.selectFrom("contact").select("call"))).toEqual([{ call: "DL1QTA" }]);
  });

  test("goes to Tideline as it is, which refuses what is not of its logs; a signed one it does not take", async () => {
    await begin("tideline");
    expect((await sendFile(ADIF, "tideline")).report).toMatchObject({
      read: 4,
      accepted: 2,
      refused: 1,
      damaged: 1,
      refusedLines: [{ call: "DL2QTA" }],
    });
    expect((await sendFile("eyJhbGciOiJFUzI1NiJ9.e30.AA", "tideline")).problem).toBe(
      "Tideline takes contacts without a signature: give it a file of ADIF",
    );
  });
});
