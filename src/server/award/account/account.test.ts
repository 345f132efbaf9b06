import fc from "fast-check";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { creditKey } from "../../../core/award";
import type { AccountCredit, AccountTotal } from "../../../core/confirm";
import type { JobOf } from "../../../core/contract";
import { startLantern } from "../../../../stand-ins/lantern/server";
import type { Context } from "../../context";
import type { JobRequest } from "../../jobs/job";
import { findJob } from "../../jobs/job";
import { insertJob } from "../../jobs/supervisor";
import { doJob } from "../../jobs/work";
import { changeContact, deleteContact, getContact, logContact } from "../../logbook/contacts";
import { createLogbook } from "../../logbook/logbooks";
import { undoBatch } from "../../logbook/undo";
import { logbookInputSchema } from "../../../core/contract";
import { taken, testContext, testMeans, valueOf } from "../../testing";
import { creditsOfAward, listClaims, recordClaim, recordGrants, takeBackCredits } from "../credits";
import { awardAccount, startClaiming, startFetchingAccount } from "./account";

const SIGNED = [{ channel: "lantern", sent: "sent", received: "confirmed" }];
const AT = "2026-11-20T10:00:00Z";
const FAROE = "222";
const GERMANY = "230";

let context: Context;
let logbookId: number;
let server: Server;
/** What the account holds, its totals, and what becomes of the page behind a cursor. */
let account: AccountCredit[];
let totals: unknown[];
let broken: string | null;
let claims: {
  readonly reference: string;
  readonly credits: readonly { readonly item: string; readonly on: string }[];
}[];
let answering: (credits: (typeof claims)[number]["credits"]) => unknown;

const PER_PAGE = 2;
beforeEach(async () => {
  ({ context, logbookId } = await testContext(Date.UTC(2026, 10, 28, 6) / 1000));
  [account, totals, claims, broken] = [[], [], [], null];
  answering = (credits) => credits.map((key) => ({ ...key, answer: "taken", claim: "L7", reason: null }));
  server = createServer((request, response) => {
    let body = "";
    request.setEncoding("utf8").on("data", (piece: string) => (body += piece));
    request.on("end", () => {
      const { pathname, searchParams } = new URL(request.url!, "http://lantern.example");
      const after = searchParams.get("after") ?? "";
      const from = Number(after === "" ? 0 : after);
      const answer = () => {
        if (pathname === "/totals") return { totals };
        if (pathname === "/credits") {
          if (after === broken) return response.destroy();
          const to = from + PER_PAGE;
          return { credits: account.slice(from, to), cursor: String(to), more: to < account.length };
        }
        const claim = JSON.parse(body) as (typeof claims)[number];
        claims.push(claim);
        return {
          claim: "L7",
          results: answering(claim.credits.map(({ item, on }) => ({ award: "entities", item, on }))),
        };
      };
      const said = answer();
      if (!response.destroyed) response.setHeader("content-type", "application/json").end(JSON.stringify(said));
    });
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
});
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});

const address = (of = server) => `http://127.0.0.1:${(of.address() as AddressInfo).port}`;
async function run(jobId: number, url = address()) {
  await doJob(context, jobId, new AbortController().signal, testMeans(url, 2000));
  return findJob(context.store, jobId)!;
}
const begin = (request: JobRequest) => insertJob(context, logbookId, "Test", request);
const FETCH = { kind: "fetchAccount", service: "lantern" } as const;
const fetched = async (url?: string) => (await run(begin(FETCH), url)) as JobOf<"fetchAccount">;
const claim = async (
  contacts: { id: number; credits: { award: string; item: string; on: string }[] }[],
  url?: string,
) => (await run(begin({ kind: "claim", service: "lantern", contacts }), url)) as JobOf<"claim">;
const tie = async () => valueOf(await awardAccount(context, logbookId, "lantern"));
const differences = async () =>
  (await tie()).awards.flatMap(({ differences: all }) =>
    all.map(({ cause, item, on }) => `${cause}: ${item} ${on.join("|")}`),
  );
const log = (call: string, facts: object = {}) =>
  valueOf(
    logContact(context, logbookId, {
      ...{ call, startedAt: AT, band: "20m", mode: "CW", confirmations: SIGNED, ...facts },
    }),
  ).id;
const entry = (call: string, item: string, on: string, facts: Partial<AccountCredit> = {}): AccountCredit => ({
  ...{ id: `C${account.length + 1}`, award: "entities", item, on, state: "granted", day: "2026-11-27", claim: null },
  ...{ reason: null, ownCall: "CX3QUA", call, startedAt: AT, band: "20m", mode: "CW", ...facts },
});
const hold = (...entries: Parameters<typeof entry>[]) => {
  for (const one of entries) account.push(entry(...one));
};
const said = () =>
  valueOf(creditsOfAward(context, logbookId, "entities"))
    .map(({ item, on, state, source, contact: { call } }) => [item, on, state, source, call].join(" "))
    .sort();
const key = (item: string, on: string) => ({ award: "entities", item, on });

test("all of the account is fetched each time, recorded once, and ties out", async () => {
  log("OY4QSA");
  log("DL1QTA", { band: "15m" });
  hold(["OY4QSA", FAROE, ""], ["OY4QSA", FAROE, "20m"], ["DL1QTA", GERMANY, "15m", { band: "15m" }]);
  totals = [
    { award: "entities", on: "", granted: 1 },
    { award: "entities", on: "20m", granted: 1 },
    { award: "entities", on: "15m", granted: 1 },
  ];
  expect(await fetched()).toMatchObject({ state: "done", report: { credits: 3, granted: 3, known: 0, apart: 0 } });
  expect(said()).toEqual([
    "222  granted lantern OY4QSA",
    "222 20m granted lantern OY4QSA",
    "230 15m granted lantern DL1QTA",
  ]);
  expect(await differences()).toEqual([]);
  const { report } = await fetched();
  expect(report).toMatchObject({ credits: 3, granted: 0, known: 3, batchId: null });
  // One that is of years ago, and granted late.
  log("OY5QSA", { startedAt: "2019-05-31T10:00:00Z", mode: "SSB" });
  account.unshift(entry("OY5QSA", FAROE, "voice", { id: "C0", startedAt: "2019-05-31T10:01:00Z", mode: "SSB" }));
  expect((await fetched()).report).toMatchObject({ credits: 4, granted: 1, known: 3 });
  expect(valueOf(undoBatch(context, logbookId, (await fetched()).report!.batchId ?? lastBatch())).undone).toBe(1);
  expect(await differences()).toEqual([`unrecorded: ${FAROE} voice`]);
});

function lastBatch(): number {
  return context.store.first(context.store.q.selectFrom("journalBatch").select("id").orderBy("id", "desc"))!.id;
}

test("an account that breaks off half way leaves the one before; run again it goes on where it was", async () => {
  log("OY4QSA");
  log("DL1QTA");
  hold(["OY4QSA", FAROE, ""]);
  await fetched();
  const { fetchedAt } = await tie();
  hold(["OY4QSA", FAROE, "20m"], ["DL1QTA", GERMANY, ""]);
  broken = "2";
  const jobId = begin(FETCH);
  expect(await run(jobId)).toMatchObject({
    state: "failed",
    problem: expect.stringMatching(/nothing was lost/) as string,
  });
  expect((await tie()).awards[0]!.lines[0]).toMatchObject({ on: "", there: 1 });
  broken = null;
  expect(await run(jobId)).toMatchObject({ state: "done", report: { credits: 3, granted: 2, known: 1 } });
  expect((await tie()).awards[0]!.lines[0]).toMatchObject({ on: "", there: 2, here: 2, apart: 0 });
  expect(fetchedAt).not.toBeNull();
});

test("totals that are nonsense are refused before anything is recorded, those that are only wrong are told", async () => {
  log("OY4QSA");
  hold(["OY4QSA", FAROE, ""]);
  totals = [{ award: "entities", on: "", granted: -3 }];
  expect(await fetched()).toMatchObject({
    state: "failed",
    problem: "Lantern's answer is not understood (totals.0.granted): nothing was taken from it",
  });
  expect(said()).toEqual([]);
  expect(await tie()).toEqual({ service: "lantern", fetchedAt: null, awards: [] });
  totals = [{ award: "entities", on: "", granted: 341 }] satisfies AccountTotal[];
  await fetched();
  expect((await tie()).awards[0]).toMatchObject({
    total: 1,
    differences: [{ cause: "total", text: "its total says 341, its list holds 1" }],
  });
});

test("what was deleted, corrected, moved, or is under another call is told as such, each with its mend", async () => {
  const deleted = log("OY4QSA");
  const corrected = log("DL1QTA");
  const portable = log("EA8QTB", { ownCall: "CX8QSB" });
  const late = log("G4QTC", { startedAt: "2026-11-20T12:00:00Z" });
  hold(
    ["OY4QSA", FAROE, ""],
    ["DL1QTA", GERMANY, ""],
    ["EA8QTB", "29", ""],
    ["G4QTC", "223", ""],
    ["VP8QTD", "141", "", { ownCall: "CX8QSB" }],
  );
  const before = await fetched();
  expect(before.report).toMatchObject({ granted: 2, apart: 3 });
  valueOf(deleteContact(context, logbookId, deleted));
  valueOf(changeContact(context, logbookId, corrected, { entityCode: 212 }));
  const all = (await tie()).awards[0]!.differences;
  expect(all.map(({ cause, item }) => `${cause} ${item}`)).toEqual([
    `other item ${GERMANY}`,
    `gone ${FAROE}`,
    "time 223",
    "own call 29",
    "none 141",
    // What it is granted for stays with the contact, although that counts for another one now.
  ]);
  expect(all[0]).toMatchObject({ text: "your log counts it for Bulgaria", ours: { id: corrected } });
  expect(all[2]).toMatchObject({ ours: { id: late }, mend: { do: "shift", seconds: -7200 } });
  expect(all[3]).toMatchObject({ ours: { id: portable }, mend: { do: "set", field: "ownCall", value: "CX3QUA" } });
  expect(all[4]).toMatchObject({ theirs: { ownCall: "CX8QSB", call: "VP8QTD" }, ours: null });
  // It is known to be gone also after the account came again.
  await fetched();
  const gone = (await tie()).awards[0]!.differences.find(({ cause }) => cause === "gone")!;
  expect(valueOf(undoBatch(context, logbookId, gone.batchId!)).undone).toBe(1);
  expect(await differences()).not.toContain(`gone: ${FAROE} `);
  expect(getContact(context, logbookId, deleted).ok).toBe(true);
});

test("a contact of another logbook is told as there", async () => {
  const site = { name: "Hill", call: "CX3QUA", grid: "GF25" };
  const other = valueOf(createLogbook(context, taken(logbookInputSchema, { name: "Portable", site })));
  valueOf(logContact(context, other.id, { call: "OY4QSA", startedAt: AT, band: "20m", mode: "CW" }));
  hold(["OY4QSA", FAROE, ""]);
  expect((await fetched()).report).toMatchObject({ apart: 1 });
  expect((await tie()).awards[0]!.differences).toMatchObject([{ cause: "elsewhere", text: "Portable" }]);
});

test("what is granted with another contact ends the waiting; what was granted by hand is not taken back", async () => {
  const first = log("OY4QSA");
  log("OY5QSA", { startedAt: "2026-11-21T10:00:00Z" });
  await claim([{ id: first, credits: [key(FAROE, ""), key(FAROE, "20m")] }]);
  valueOf(await recordGrants(context, logbookId, { awards: ["entities"], text: "OY4QSA 2026-11-20 20m CW" }));
  expect(said()).toEqual(["", "20m", "CW"].map((on) => `${FAROE} ${on} granted hand OY4QSA`));
  hold(
    ["OY5QSA", FAROE, "CW", { startedAt: "2026-11-21T10:00:00Z" }],
    ["OY4QSA", FAROE, "20m", { state: "refused", reason: "no" }],
  );
  expect((await fetched()).report).toMatchObject({ known: 2 });
  expect(said()).toHaveLength(3);

  const germany = log("DL1QTA");
  log("DL2QTA", { startedAt: "2026-11-21T10:00:00Z" });
  await claim([{ id: germany, credits: [key(GERMANY, "")] }]);
  hold(["DL2QTA", GERMANY, "", { startedAt: "2026-11-21T10:00:00Z" }]);
  expect((await fetched()).report).toMatchObject({ granted: 1 });
  expect(said().filter((line) => line.startsWith(GERMANY))).toEqual([`${GERMANY}  granted lantern DL2QTA`]);
});

test("a claim goes out once under one reference, and what is answered is recorded, refusals with their reason", async () => {
  const id = log("OY4QSA");
  answering = ([first, second]) => [
    { ...first, answer: "taken", claim: "L7", reason: null },
    { ...second, answer: "refused", claim: "L7", reason: "nobody confirms the contact here" },
  ];
  const contacts = [{ id, credits: [key(FAROE, ""), key(FAROE, "20m"), key(FAROE, "CW")] }];
  expect(await claim(contacts)).toMatchObject({
    state: "done",
    report: { claim: "L7", taken: 1, refused: 1, unanswered: 1, refusedLines: [{ call: "OY4QSA" }] },
  });
  expect(said()).toEqual([`${FAROE}  claimed lantern OY4QSA`, `${FAROE} 20m refused lantern OY4QSA`]);
  expect(valueOf(listClaims(context, logbookId))).toMatchObject([{ number: "L7", claimed: 1, refused: 1 }]);
  // It is claimed already: nothing is sent.
  expect(await claim(contacts)).toMatchObject({
    state: "failed",
    problem: expect.stringMatching(/it is claimed/) as string,
  });
  expect(claims).toHaveLength(1);
});

test("a claim whose answer was lost is sent again under the same reference; one that is recorded is not sent again", async () => {
  const id = log("OY4QSA");
  const contacts = [{ id, credits: [key(FAROE, "")] }];
  answering = () => "lost";
  expect(await claim(contacts)).toMatchObject({ state: "failed" });
  expect(said()).toEqual([]);
  answering = (credits) => credits.map((one) => ({ ...one, answer: "taken", claim: "L7", reason: null }));
  const jobId = begin({ kind: "claim", service: "lantern", contacts });
  expect(await run(jobId)).toMatchObject({ state: "done" });
  expect(claims.map(({ reference }) => reference)).toEqual([claims[0]!.reference, claims[0]!.reference]);
  // Killed after it was recorded, and before the job was marked as done.
  context.store.run(context.store.q.updateTable("job").set({ state: "running" }).where("id", "=", jobId));
  expect(await run(jobId)).toMatchObject({ state: "done", report: { claim: "L7", taken: 1 } });
  expect(claims).toHaveLength(2);
});

test("an award that the service does not grant, and a service that grants none, are refused", async () => {
  const id = log("OY4QSA", { grid: "IP62" });
  const supervisor = null as never;
  const squares = { contacts: [{ id, credits: [{ award: "squares", item: "IP62", on: "" }] }] };
  expect(startClaiming(context, supervisor, logbookId, "lantern", squares)).toMatchObject({
    ok: false,
    problem: { status: 409, detail: "Lantern does not grant squares: plan without it" },
  });
  expect(startFetchingAccount(context, supervisor, logbookId, "tideline")).toMatchObject({ problem: { status: 404 } });
  expect(await awardAccount(context, logbookId, "tideline")).toMatchObject({ problem: { status: 404 } });
});

test("credits are taken back, of this log only, and can be had again", async () => {
  const id = log("OY4QSA");
  valueOf(
    recordClaim(context, logbookId, {
      ...{ number: "L9", day: "2026-11-28" },
      contacts: [{ id, credits: [key(FAROE, ""), key(FAROE, "20m")] }],
    }),
  );
  const other = valueOf(
    createLogbook(
      context,
      taken(logbookInputSchema, { name: "Other", site: { name: "Hill", call: "CX3QUA", grid: "GF25" } }),
    ),
  );
  const credits = [{ contactId: id, ...key(FAROE, "20m") }];
  expect(valueOf(takeBackCredits(context, other.id, { credits }))).toEqual({ batchId: null, credits: 0, contacts: 0 });
  const { batchId, ...report } = valueOf(takeBackCredits(context, logbookId, { credits }));
  expect(report).toEqual({ credits: 1, contacts: 1 });
  expect(said()).toEqual([`${FAROE}  claimed hand OY4QSA`]);
  expect(valueOf(undoBatch(context, logbookId, batchId!)).undone).toBe(1);
  expect(said()).toHaveLength(2);
});

test("with Lantern's stand-in: claimed, decided in its time, fetched, and tied out", async () => {
  let now = context.now();
  const lantern = await startLantern({ file: ":memory:", port: 0, token: "secret", pace: 60, clock: () => now });
  try {
    const url = address(lantern);
    const id = log("OY4QSA", { confirmations: [{ channel: "card", sent: "sent", received: "confirmed" }] });
    const claimed = await claim([{ id, credits: [key(FAROE, ""), key(FAROE, "20m")] }], url);
    expect(claimed).toMatchObject({ state: "done", report: { claim: "L1001", taken: 2 } });
    expect((await fetched(url)).report).toMatchObject({ credits: 2, known: 2 });
    now += 200 * 60;
    const { report } = await fetched(url);
    expect(report).toMatchObject({ credits: 2, granted: 2 });
    expect(await differences()).toEqual([]);
    // Of what nobody confirms there it is refused at once.
    const other = log("DL1QTA");
    expect((await claim([{ id: other, credits: [key(GERMANY, "")] }], url)).report).toMatchObject({
      ...{ taken: 0, refused: 1, refusedLines: [{ call: "DL1QTA", why: "nobody confirms the contact here" }] },
    });
  } finally {
    lantern.closeAllConnections();
    await new Promise((resolve) => lantern.close(resolve));
  }
});

test("whatever an account says, no credit is held twice, and to fetch it again changes nothing", async () => {
  const calls = ["OY4QSA", "OY5QSA", "DL1QTA"];
  const entries = fc.array(
    fc.record({
      call: fc.constantFrom(...calls, "VP8QTD"),
      item: fc.constantFrom(FAROE, GERMANY, "9999"),
      on: fc.constantFrom("", "20m", "CW"),
      state: fc.constantFrom("claimed" as const, "granted" as const, "refused" as const),
    }),
    { maxLength: 8 },
  );
  const ids = calls.map((call) => log(call));
  await fc.assert(
    fc.asyncProperty(entries, entries, async (first, second) => {
      for (const said_ of [first, second]) {
        account = said_.map(({ call, item, on, state }, at) =>
          entry(call, item, on, { id: `C${at}`, state, reason: state === "refused" ? "no" : null }),
        );
        expect((await fetched()).state).toBe("done");
        const held = ids
          .flatMap((id) => valueOf(getContact(context, logbookId, id)).credits)
          .filter(({ state }) => state !== "refused")
          .map(creditKey);
        expect(new Set(held).size).toBe(held.length);
      }
      const before = said();
      const differing = await differences();
      // Twice the same credit, once granted and once not, is an account that does not know itself.
      const keys = account.map(({ call, item, on }) => [call, item, on].join(" "));
      if (new Set(keys).size === keys.length) {
        await fetched();
        expect(said()).toEqual(before);
        expect(differing.filter((line) => line.startsWith("unrecorded"))).toEqual([]);
      }
    }),
    { numRuns: 30 },
  );
});
