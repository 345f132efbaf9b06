import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import {
  type ImportChoices,
  importChoicesSchema,
  type ImportReport,
  type LookReport,
  siteInputSchema,
} from "../../core/contract";
import { listAwards } from "../award/awardTables";
import { countedSlots, keptSlots, runTestJob, testContext, valueOf, taken } from "../testing";
import { changeContact, listContacts } from "./contacts";
import { addSite } from "./sites";
import { undoBatch } from "./undo";

const folder = mkdtempSync(join(tmpdir(), "ypsiloid-import-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const FILE = `made for a test <EOH>
<CALL:6>OY4QSA <QSO_DATE:8>20191103 <TIME_ON:4>1010 <BAND:3>15m <MODE:2>CW <NAME:6>Sunnva <STATION_CALLSIGN:6>CX8QSB <DXCC:3>222 <CQZ:2>40 <EOR>
<CALL:6>LU3QSC <QSO_DATE:8>20191104 <TIME_ON:4>1020 <BAND:3>20m <MODE:3>USB <QSL_RCVD:1>Y <EOR>
<CALL:6>JA3QRM <QSO_DATE:8>20191105 <TIME_ON:4>9999 <BAND:3>20m <MODE:2>CW <EOR>
<CALL:6>JA3QRN <QSO_DATE:8>20191106 <TIME_ON:4>8888 <BAND:3>20m <MODE:2>CW <EOR>
`;

async function begin() {
  const { context, logbookId } = await testContext();
  let files = 0;
  const write = (text: string) => {
    const file = join(folder, `${logbookId}-${Math.random()}-${files++}.adi`);
    writeFileSync(file, text);
    return { file, fileName: "test.adi" };
  };
  const take = async (choices: Partial<ImportChoices> = {}, text = FILE) => {
    const request = { kind: "import" as const, ...write(text), choices: importChoicesSchema.parse(choices) };
    const job = await runTestJob(context, logbookId, request);
    expect([job.state, job.problem]).toEqual(["done", null]);
    return job.report as ImportReport;
  };
  const look = async (text = FILE) => {
    const job = await runTestJob(context, logbookId, { kind: "look", ...write(text) });
    expect(job.state).toBe("done");
    return job.report as LookReport;
  };
  const contacts = async () => {
    const page = await listContacts(context, logbookId, { limit: 500 });
    return page.ok ? page.value.items : [];
  };
  return { context, logbookId, take, look, contacts };
}

test("a file is looked into, and nothing is written", async () => {
  const { take, look, contacts } = await begin();
  const report = await look();
  expect(report).toMatchObject({
    read: 4,
    fresh: 2,
    duplicates: 0,
    refusedCount: 2,
    from: "2019-11-03T10:10:00Z",
    to: "2019-11-04T10:20:00Z",
  });
  expect(report.sites).toEqual([
    { call: "CX8QSB", grid: null, count: 1 },
    { call: null, grid: null, count: 1 },
  ]);
  expect(report.first.map(({ call, mode, name }) => [call, mode, name])).toEqual([
    ["OY4QSA", "CW", "Sunnva"],
    ["LU3QSC", "SSB", null],
  ]);
  const times = report.problems.filter(({ refused }) => refused);
  expect(times).toHaveLength(1);
  expect(times[0]).toMatchObject({ count: 2, line: 4 });
  expect(times[0]!.text).toContain('"9999" is no time');
  expect(await contacts()).toHaveLength(0);
  expect(await look(FILE + FILE.split(/<EOH>/i).at(-1))).toMatchObject({ read: 8, fresh: 2, duplicates: 2 });
  await take();
  expect(await look()).toMatchObject({ fresh: 0, duplicates: 2 });
});

test("a contact whose call cannot be read is kept with it as it came, and said; it is mended by hand", async () => {
  const { context, logbookId, take, contacts } = await begin();
  const report = await take(
    {},
    ["<CALL:15>F/EA8/CX3QUA/LU", "<CALL:5>CX3?A"]
      .map((call) => `${call} <QSO_DATE:8>20191103 <TIME_ON:4>1010 <BAND:3>15m <MODE:2>CW <EOR>`)
      .join("\n"),
  );
  expect(report).toMatchObject({ added: 2, refusedCount: 0, noteCount: 2 });
  expect(report.notes.map(({ line, field }) => `${line} ${field}`)).toEqual(["1 CALL", "2 CALL"]);
  expect(report.notes[0]!.text).toContain("more than one place");
  const kept = await contacts();
  expect(kept.map(({ call, baseCall, entityCode }) => [call, baseCall, entityCode])).toEqual(
    expect.arrayContaining([
      ["CX3?A", "CX3?A", null],
      ["F/EA8/CX3QUA/LU", "F/EA8/CX3QUA/LU", null],
    ]),
  );
  const { id } = kept.find(({ call }) => call === "CX3?A")!;
  expect(valueOf(changeContact(context, logbookId, id, { name: "Inés" }))).toMatchObject({ call: "CX3?A" });
  const refused = changeContact(context, logbookId, id, { call: "CX3??" });
  expect(refused).toMatchObject({ ok: false, problem: { faults: [{ field: "call" }] } });
  expect(valueOf(changeContact(context, logbookId, id, { call: "CX3QA" }))).toMatchObject({ entityCode: 144 });
});

test("FT8 and then FT4, a rover on both sides of a grid line, and two own calls are contacts of their own", async () => {
  const { take, look } = await begin();
  const line = (time: string, more: string) =>
    `<CALL:6>DL1QTA<QSO_DATE:8>20191103<TIME_ON:4>${time}<BAND:3>20m${more}<EOR>\n`;
  const file = [
    line("1010", "<MODE:3>FT8<STATION_CALLSIGN:6>CX3QUA"),
    line("1011", "<MODE:4>MFSK<SUBMODE:3>FT4<STATION_CALLSIGN:6>CX3QUA"),
    line("1012", "<MODE:3>FT8<STATION_CALLSIGN:6>CX2QRB"),
    line("1110", "<MODE:3>SSB<STATION_CALLSIGN:6>CX3QUA<MY_GRIDSQUARE:4>GF35"),
    line("1111", "<MODE:3>SSB<STATION_CALLSIGN:6>CX3QUA<MY_GRIDSQUARE:4>GF25"),
    // The same again, less exactly.
    line("1111", "<MODE:3>SSB"),
  ].join("");
  expect(await look(file)).toMatchObject({ fresh: 5, duplicates: 1 });
  expect(await take({}, file)).toMatchObject({ added: 5, duplicates: 1 });
  expect(await take({}, file)).toMatchObject({ added: 0, duplicates: 6 });
  // What the file does not say is put in, and tells nothing apart.
  expect(await take({}, line("1010", "<MODE:3>FT8"))).toMatchObject({ added: 0, duplicates: 1 });
});

test("a contest log is imported like any other, with what was refused as it came", async () => {
  const { take, contacts } = await begin();
  const report = await take(
    {},
    [
      "START-OF-LOG: 3.0",
      "CONTEST: OMBU-ZONE",
      "CALLSIGN: CX3QUA",
      "QSO:  7012 CW 2019-11-23 0012 CX3QUA 599 13 DL1QTA 599 14",
      "QSO:  7012 CW 2019-11-23 0013 CX3QUA 599 13 DL2QTA",
      "END-OF-LOG:",
    ].join("\r\n"),
  );
  expect(report).toMatchObject({
    read: 2,
    added: 1,
    refusedCount: 1,
    refused: [{ line: 5, reason: expect.stringContaining("columns are missing") as string }],
  });
  expect(await contacts()).toMatchObject([
    {
      call: "DL1QTA",
      band: "40m",
      contestId: "OMBU-ZONE",
      exchangeReceived: "14",
      exchangeSent: "13",
      ownCall: "CX3QUA",
    },
  ]);
});

test("duplicates are passed over, given what they lack, or kept, as one chooses", async () => {
  const { context, logbookId, take, contacts } = await begin();
  await take({}, FILE.replace("<NAME:6>Sunnva ", "").replace("<QSL_RCVD:1>Y ", ""));
  const [argentine, faroese] = await contacts();
  changeContact(context, logbookId, argentine!.id, { place: "Rosario" });
  expect(await take()).toMatchObject({ added: 0, duplicates: 2, merged: 0 });
  const withPlace = FILE.replace("<QSL_RCVD:1>Y", "<QTH:5>Tigre <QSL_RCVD:1>Y");
  expect(await take({ duplicates: "facts" }, withPlace)).toMatchObject({ duplicates: 2, merged: 1 });
  expect(await contacts()).toMatchObject([
    { place: "Rosario", confirmations: [] },
    { id: faroese!.id, name: "Sunnva" },
  ]);
  const merged = await take({ duplicates: "confirmations" });
  expect(merged).toMatchObject({ merged: 1 });
  expect((await contacts())[0]!.confirmations).toMatchObject([{ channel: "card", received: "confirmed" }]);
  undoBatch(context, logbookId, merged.batchId!);
  expect((await contacts())[0]!.confirmations).toEqual([]);
  expect(await take({ duplicates: "keep" })).toMatchObject({ added: 2, duplicates: 0 });
  expect(await contacts()).toHaveLength(4);
});

test("a site is given to contacts that do not say our call, and entities are worked out anew when asked", async () => {
  const { context, take, contacts } = await begin();
  const site = valueOf(addSite(context, taken(siteInputSchema, { name: "Tigre", call: "LU/CX3QUA", grid: "GF05" })));
  await take({ siteId: site.id, recalculate: true, queue: ["lantern"] });
  expect(await contacts()).toMatchObject([
    { call: "LU3QSC", ownCall: "LU/CX3QUA", ownGrid: "GF05", siteId: site.id },
    { call: "OY4QSA", ownCall: "CX8QSB", ownGrid: null, siteId: null, cqZone: 14 },
  ]);
  expect((await contacts())[0]!.confirmations).toContainEqual(
    expect.objectContaining({ channel: "lantern", sent: "waiting" }),
  );
});

test("the entities of a file are counted as it comes, the other awards after it", async () => {
  const { context, logbookId, take } = await begin();
  await take();
  const progress = () =>
    Object.fromEntries(
      valueOf(listAwards(context, logbookId)).map(({ award, worked, isCounted }) => [award, [worked, isCounted]]),
    );
  expect(progress()).toMatchObject({ entities: [2, true], cqZones: [0, false], prefixes: [0, false] });
  await runTestJob(context, logbookId, { kind: "count" });
  expect(progress()).toMatchObject({ entities: [2, true], cqZones: [2, true], prefixes: [2, true] });
  expect(keptSlots(context, logbookId)).toEqual(countedSlots(context, logbookId));
});
