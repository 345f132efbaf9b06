import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { isoTime } from "../../core/contact";
import {
  contestContactInputSchema,
  type Entry,
  entryInputSchema,
  importChoicesSchema,
  logbookInputSchema,
} from "../../core/contract";
import type { Context } from "../context";
import { listContacts } from "../logbook/contacts";
import { createLogbook } from "../logbook/logbooks";
import { runTestJob, taken, testContext, valueOf } from "../testing";
import { logContestContact } from "./contestLog";
import { ediAnswer } from "./ediFile";
import { changeEntry, createEntry } from "./entries";
import { logFileOf } from "./logFile";
import { standingOf } from "./standing";

/** In the morning leg of the Bañado Grid Legs of 2027. */
const NOW = Date.parse("2027-01-14T12:00:00Z") / 1000;
const BEGAN = Date.parse("2027-01-13T22:00:00Z") / 1000;

const folder = mkdtempSync(join(tmpdir(), "ypsiloid-edi-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function entered() {
  const { context, logbookId } = await testContext(NOW);
  const category = { operator: "SINGLE-OP", band: "ALL", station: "FIXED", power: "LOW" };
  const input = { tag: "BANADO-GRID", ownCall: "CX3QUA", category, operators: ["CX3QUA"], power: 25 };
  const entry = valueOf(createEntry(context, logbookId, taken(entryInputSchema, input)));
  return { context, logbookId, entry };
}

function log(
  context: Context,
  entry: Entry,
  minutes: number,
  call: string,
  band: string,
  serial: string,
  grid: string,
) {
  const received = { serial, grid };
  const contact = { call, startedAt: isoTime(BEGAN + minutes * 60), band, mode: "SSB", received };
  valueOf(logContestContact(context, entry.id, taken(contestContactInputSchema, contact)));
}

/** The log of `docs/contest-rules.md`, with a duplicate and one between the legs. */
function logAll(context: Context, entry: Entry): void {
  log(context, entry, 0, "CX1QRA", "2m", "1", "GF35CO");
  log(context, entry, 1, "CX2QRB", "2m", "2", "GF25AA");
  log(context, entry, 2, "LU2QSA", "70cm", "3", "GF05BK");
  log(context, entry, 3, "CX2QRB", "2m", "4", "GF25AA");
  log(context, entry, 240, "LU2QSB", "2m", "5", "GF05BK");
  log(context, entry, 780, "PY3QRA", "2m", "6", "GG30AB");
}

test("each band has a log of its own, with what it comes to", async () => {
  const { context, entry } = await entered();
  logAll(context, entry);
  expect(valueOf(logFileOf(context, entry.id)).ediBands).toEqual(["2m", "70cm"]);
  expect(valueOf(standingOf(context, entry.id)).score).toBe((20 + 228 + 578) * 3 * 2 + 516);
  const { name, pieces } = valueOf(ediAnswer(context, entry.id, "2m"));
  expect(name).toBe("CX3QUA-BANADO-GRID-2027-2m.edi");
  const text = [...pieces].join("");
  const lines = text.split("\r\n");
  expect(lines).toEqual(
    expect.arrayContaining([
      "TName=Banado Grid Legs",
      "PWWLo=GF35CO",
      "CQSOs=4;1",
      "CODXC=LU2QSB;GF05BK;558",
      // On 2 m alone: 248 points, 2 squares and one entity of the evening, and 516 of the morning.
      `CToSc=${248 * 2 * 1 + 516}`,
    ]),
  );
  expect(lines.filter((line) => line.startsWith("27"))).toEqual([
    "270113;2200;CX1QRA;1;59;001;59;001;;GF35CO;20;;N;N;",
    "270113;2201;CX2QRB;1;59;002;59;002;;GF25AA;228;;N;;",
    "270113;2203;CX2QRB;1;59;004;59;004;;GF25AA;0;;;;D",
    // Between the legs it has no points.
    "270114;0200;LU2QSB;1;59;005;59;005;;GF05BK;0;;;;",
    "270114;1100;PY3QRA;1;59;006;59;006;;GG30AB;516;;N;N;",
  ]);
  valueOf(changeEntry(context, entry.id, { leavesOut: true }));
  expect([...valueOf(ediAnswer(context, entry.id, "2m")).pieces].join("")).not.toContain("LU2QSB");
});

test("there is none on a band that was not worked", async () => {
  const { context, entry } = await entered();
  logAll(context, entry);
  expect(ediAnswer(context, entry.id, "23cm")).toMatchObject({
    ok: false,
    problem: { detail: "Bañado Grid Legs has no log of this form on 23cm" },
  });
});

test("a log is imported into another logbook, and is the same contest there", async () => {
  const { context, entry } = await entered();
  logAll(context, entry);
  const site = { name: "Other", call: "CX3QUA", grid: "GF35co" };
  const other = valueOf(createLogbook(context, taken(logbookInputSchema, { name: "Other", site })));
  for (const band of ["2m", "70cm"]) {
    const file = join(folder, `${band}.edi`);
    writeFileSync(file, [...valueOf(ediAnswer(context, entry.id, band)).pieces].join(""));
    const request = { kind: "import" as const, file, fileName: `${band}.edi`, choices: importChoicesSchema.parse({}) };
    const job = await runTestJob(context, other.id, request);
    expect([job.state, job.problem]).toEqual(["done", null]);
  }
  const page = valueOf(await listContacts(context, other.id, { limit: 10 }));
  expect(page.items).toHaveLength(6);
  expect(page.items.find(({ call }) => call === "CX1QRA")).toMatchObject({
    contestId: "BANADO-GRID",
    serialSent: 1,
    serialReceived: 1,
    partsReceived: { report: "59", serial: "1", grid: "GF35CO" },
    ownGrid: "GF35co",
    power: 25,
  });
  const { category, ownCall, operators } = entry;
  const input = { tag: entry.tag, ownCall, category, operators, power: 25 };
  const there = valueOf(createEntry(context, other.id, taken(entryInputSchema, input)));
  const [here, again] = [entry, there].map(({ id }) => valueOf(standingOf(context, id)));
  expect([again!.score, again!.total]).toEqual([here!.score, here!.total]);
});
