import type * as FileSystem from "node:fs/promises";
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { importChoicesSchema } from "../../core/contract";
import type { Context } from "../context";
import { diskFault } from "../db/diskFault";
import type { JobRequest } from "../jobs/job";
import { insertJob } from "../jobs/supervisor";
import { findJob } from "../jobs/job";
import { done, failed } from "../problem";
import type { Runtime } from "../runtime";
import { testContext } from "../testing";
import { dropLookedInto, importLookedInto, startImport } from "./startImport";

/** The disk takes so many pieces, and then is full. */
let roomFor = Infinity;
jest.mock("node:fs/promises", () => {
  const real = jest.requireActual<typeof FileSystem>("node:fs/promises");
  return {
    ...real,
    async open(...asked: Parameters<typeof real.open>) {
      const handle = await real.open(...asked);
      const append = handle.appendFile.bind(handle);
      handle.appendFile = (...piece) =>
        roomFor-- > 0 ? append(...piece) : Promise.reject(Object.assign(new Error("full"), { code: "ENOSPC" }));
      return handle;
    },
  };
});

const folder = mkdtempSync(join(tmpdir(), "ypsiloid-upload-"));
const uploads = join(folder, "uploads");
mkdirSync(uploads);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

let context: Context;
let logbookId: number;
let now: number;
let started: JobRequest[];
let isBusy: boolean;
let runtime: Runtime;
beforeEach(async () => {
  const made = await testContext();
  now = made.context.now();
  context = { ...made.context, now: () => now, write: (work) => Promise.resolve().then(work) };
  logbookId = made.logbookId;
  [started, isBusy, roomFor] = [[], false, Infinity];
  const supervisor = {
    start(by: Context, of: number, title: string, request: JobRequest) {
      if (isBusy) return failed(409, "Busy", "an import of this logbook is running");
      started.push(request);
      return done(findJob(by.store, insertJob(by, of, title, request))!);
    },
  };
  runtime = { config: { data: folder, importLimitMegabytes: 1 }, supervisor } as unknown as Runtime;
  for (const file of readdirSync(uploads)) rmSync(join(uploads, file));
});

/** A body that comes in pieces, and says how much of it was taken. */
function body(pieces: readonly (string | Error)[]) {
  let taken = 0;
  const stream = new ReadableStream<Uint8Array>(
    {
      pull(controller) {
        const piece = pieces[taken++];
        if (piece === undefined) controller.close();
        else if (piece instanceof Error) controller.error(piece);
        else controller.enqueue(Buffer.from(piece));
      },
    },
    { highWaterMark: 0 },
  );
  return { request: { body: stream } as unknown as Request, taken: () => taken };
}
const ask = (request: Request, query: Partial<Parameters<typeof startImport>[4]> = {}) =>
  startImport(context, runtime, logbookId, request, { name: "log.adi", ...query });
const PIECES = ["<EOH>\n", "<CALL:5>W1QRA", "<EOR>\n"];

test("a file is kept as it came, and a job is given it with what was chosen", async () => {
  const answer = await ask(body(PIECES).request, { queue: "lantern" });
  expect(answer).toMatchObject({ ok: true, value: { kind: "import", state: "running" } });
  const [job] = started;
  expect(job).toMatchObject({ kind: "import", fileName: "log.adi", choices: { queue: ["lantern"] } });
  expect(readFileSync((job as { file: string }).file, "latin1")).toBe(PIECES.join(""));
});

test("a disk that becomes full is told as such by whoever answers, the rest is taken all the same, and no file is left", async () => {
  roomFor = 1;
  const { request, taken } = body(PIECES);
  const fault = await ask(request).catch((error: unknown) => error);
  expect(diskFault(fault)).toBe("the disk is full: make room");
  expect(taken()).toBeGreaterThan(PIECES.length);
  expect([readdirSync(uploads), started]).toEqual([[], []]);
});

test("a file that is too large is refused with the way out, and not kept", async () => {
  const answer = await ask(body(Array<string>(12).fill("x".repeat(100_000))).request);
  expect(answer).toMatchObject({ ok: false, problem: { status: 413 } });
  expect(JSON.stringify(answer)).toContain("larger than 1 MB: split it, or raise YPSILOID_IMPORT_LIMIT_MB");
  expect([readdirSync(uploads), started]).toEqual([[], []]);
});

test("a file that breaks off in the middle is refused, and not kept", async () => {
  const answer = await ask(body([PIECES[0]!, new Error("connection reset")]).request);
  expect(answer).toMatchObject({
    ok: false,
    problem: { status: 400, detail: expect.stringContaining("whole") as string },
  });
  expect([readdirSync(uploads), started]).toEqual([[], []]);
});

test("where no job can be started no file is left", async () => {
  isBusy = true;
  expect(await ask(body(PIECES).request)).toMatchObject({ ok: false, problem: { status: 409 } });
  context = { ...context, write: () => Promise.reject(new Error("locked")) };
  await expect(ask(body(PIECES).request)).rejects.toThrow("locked");
  expect(readdirSync(uploads)).toEqual([]);
});

describe("a file that was looked into", () => {
  const choices = importChoicesSchema.parse({ duplicates: "keep" });
  async function look() {
    const answer = await ask(body(PIECES).request, { look: "yes" });
    if (!answer.ok) throw new Error(answer.problem.detail);
    return answer.value.id;
  }

  test("is imported with what was chosen", async () => {
    const jobId = await look();
    expect(importLookedInto(context, runtime, logbookId, jobId, choices)).toMatchObject({ ok: true });
    const [looked, imported] = started as (JobRequest & { file: string })[];
    expect([looked!.kind, imported!.kind]).toEqual(["look", "import"]);
    expect(imported).toMatchObject({ file: looked!.file, choices: { duplicates: "keep" } });
  });

  test("is forgotten when that is said", async () => {
    expect(await dropLookedInto(context, logbookId, await look())).toMatchObject({ ok: true });
    expect(readdirSync(uploads)).toEqual([]);
  });

  test("is forgotten after a day, when another is looked into, unless an import took it", async () => {
    await look();
    const taken = await look();
    importLookedInto(context, runtime, logbookId, taken, choices);
    now += 86_399;
    await look();
    expect(readdirSync(uploads)).toHaveLength(3);
    now += 2;
    await look();
    const left = readdirSync(uploads);
    expect(left).toHaveLength(3);
    const kept = (started[1] as { file: string }).file;
    expect(left.map((name) => join(uploads, name))).toContain(kept);
  });

  test("is none of another logbook, nor is any other job one", async () => {
    const jobId = await look();
    for (const [of, job] of [
      [logbookId + 1, jobId],
      [logbookId, jobId + 1],
    ] as const)
      expect(importLookedInto(context, runtime, of, job, choices)).toMatchObject({
        ok: false,
        problem: { status: 404 },
      });
    expect(readdirSync(uploads)).toHaveLength(1);
  });
});
