import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import fc from "fast-check";
import { memoryVault, openAuthority } from "../../../stand-ins/lantern/authority";
import { startLantern } from "../../../stand-ins/lantern/server";
import type { IdentityInput } from "../../core/contract";
import { claimsOf, identityState } from "../../core/identity";
import { readCertificates } from "../../core/identity/chain";
import { createVerifier } from "../../core/identity/signed";
import { isoTime } from "../../core/contact";
import { changeSettings } from "../confirm/access";
import type { Context } from "../context";
import { logContact } from "../logbook/contacts";
import { grantIdentities, testContext, testIdentity, testServices, valueOf } from "../testing";
import type { Account } from "./account";
import { askIdentity, removeIdentity } from "./ask";
import { identityOf, identityRow, identityRows } from "./identityRow";
import { closeKeys, forgetKeys, type KeyRing, openKeys, passphraseState, setPassphrase } from "./keyRing";
import { readKeyFile, writeKeyFile } from "./keyFile";
import { makeRequest } from "./makeRequest";
import { coverageAt, identitiesAt } from "./overview";
import { handIn, loadCertificate, pursue, readySponsors, replaceSponsor } from "./pursue";
import { loadIdentity, requestFile, saveIdentity } from "./saveAndLoad";
import { createSigning } from "./signing";
import { createIdentityWatch } from "./watch";

const PACE = 60;
const HOUR = PACE;
const YEAR = 366 * 86_400;
let now: number;
let context: Context;
let account: Account;
let server: Server;
let ring: KeyRing;

beforeEach(async () => {
  const made = await testContext();
  now = made.context.now();
  context = { ...made.context, now: () => now };
  server = await startLantern({ file: ":memory:", port: 0, token: "secret", pace: PACE, clock: () => now });
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  account = { logbookId: made.logbookId, service: "lantern", access: testServices(address, 2000).lantern };
  ring = { dataKey: null };
});
afterEach(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});

const FILES = { write: writeKeyFile, read: readKeyFile };
const INPUT: IdentityInput = {
  call: "CX3QUA",
  entityCode: 144,
  from: "2022-05-01",
  to: null,
  name: "Inés Cardozo",
  address: "Camino del Faro 3, Cabo Farol",
  mail: "ines@farol.example",
};
const asked = async (input: Partial<IdentityInput> = {}) =>
  valueOf(await askIdentity(context, ring, account.logbookId, "lantern", { ...INPUT, ...input })).id;
const row = (id: number) => valueOf(identityRow(context, "lantern", id));
const state = (id: number) => identityState(identityOf(row(id)), isoTime(now));
const control = (body: object) =>
  fetch(`${account.access.url}/control`, { method: "POST", body: JSON.stringify(body) });
const given = (call = "CX3QUA") => testIdentity(context, account.logbookId, call, account.access);
const refusal = (result: { ok: true } | { ok: false; problem: { detail: string } }) =>
  result.ok ? "taken" : result.problem.detail;

describe("from asking to the certificate", () => {
  test("two operators vouch, one after an hour, one after a day; then it signs", async () => {
    const id = await asked();
    expect(state(id)).toBe("asked");
    expect(valueOf(await readySponsors(account)).map(({ call }) => call)).toContain("CX1QRA");
    valueOf(await handIn(context, account, id, ["CX1QRA", "PY2QSB"]));
    expect(state(id)).toBe("sponsors");
    now += HOUR;
    expect(valueOf(await pursue(context, account, id)).sponsors.map(({ answer }) => answer)).toEqual([
      "vouched",
      "asked",
    ]);
    now += 23 * HOUR;
    const identity = valueOf(await pursue(context, account, id));
    expect([state(id), identity.from, identity.to]).toEqual(["ready", "2022-05-01", null]);
    expect(await pursue(context, account, id)).toMatchObject({ ok: true });
  });

  test("who declines, or never answers, is replaced; who vouched is not", async () => {
    const id = await asked();
    valueOf(await handIn(context, account, id, ["CE3QUE", "OA4QTF"]));
    now += 3 * HOUR;
    expect(valueOf(await pursue(context, account, id)).sponsors.map(({ answer }) => answer)).toEqual([
      "declined",
      "asked",
    ]);
    expect(refusal(await replaceSponsor(context, account, id, { call: "CE3QUE", by: "OA4QTF" }))).toBe(
      "Lantern: OA4QTF was asked already",
    );
    expect(refusal(await replaceSponsor(context, account, id, { call: "CE3QUE", by: "DL1QTA" }))).toBe(
      "Lantern: DL1QTA is not registered here, or vouches for nobody",
    );
    valueOf(await replaceSponsor(context, account, id, { call: "CE3QUE", by: "CX1QRA" }));
    valueOf(await replaceSponsor(context, account, id, { call: "OA4QTF", by: "LU7QTC" }));
    now += 2 * HOUR;
    valueOf(await pursue(context, account, id));
    expect(state(id)).toBe("ready");
    expect(refusal(await replaceSponsor(context, account, id, { call: "CX1QRA", by: "PY2QSB" }))).toBe(
      "Lantern: CX1QRA vouched already",
    );
  });

  test("handed in again after an answer that was lost it is the same request", async () => {
    const id = await asked();
    valueOf(await handIn(context, account, id, ["CX1QRA", "PY2QSB"]));
    const { reference } = row(id);
    context.store.run(context.store.q.updateTable("identity").set({ reference: null, handedAt: null }));
    valueOf(await handIn(context, account, id, ["CX1QRA", "PY2QSB"]));
    expect(row(id).reference).toBe(reference);
  });

  test.each([
    [["CX3QUA", "CX1QRA"], "Nobody vouches for himself."],
    [["CX1QRA"], "Name 2 operators."],
    [["CX1QRA", "DL1QTA"], "Lantern: DL1QTA is not registered here, or vouches for nobody"],
  ])("sponsors %j are refused, and the request stays", async (sponsors, why) => {
    const id = await asked();
    expect(refusal(await handIn(context, account, id, sponsors))).toBe(why);
    expect(state(id)).toBe("asked");
  });

  test.each(["error", "down", "hang", "cut", "page", "nonsense", "busy"])(
    "a service that fails (%s) loses nothing of it",
    async (behaviour) => {
      const id = await asked();
      const impatient = { ...account, access: { ...account.access, timeoutMs: 300 } };
      await control({ behaviour });
      expect(refusal(await handIn(context, impatient, id, ["CX1QRA", "PY2QSB"]))).toContain("Lantern");
      await control({ behaviour: "normal" });
      valueOf(await handIn(context, account, id, ["CX1QRA", "PY2QSB"]));
      now += HOUR;
      await control({ behaviour });
      expect(refusal(await pursue(context, impatient, id))).toContain("Lantern");
      expect(state(id)).toBe("sponsors");
    },
    30_000,
  );

  test("it is asked after by itself, every five minutes, until the certificate is there", async () => {
    let tick = () => {};
    jest.spyOn(globalThis, "setInterval").mockImplementationOnce((call) => {
      tick = call;
      return { unref: () => {} } as NodeJS.Timeout;
    });
    const faults: unknown[] = [];
    const services = { ...testServices(), lantern: account.access };
    createIdentityWatch({ context, services, fault: (error) => faults.push(error) });
    const id = await asked();
    valueOf(await handIn(context, account, id, ["CX1QRA", "LU7QTC"]));
    now += 2 * HOUR;
    tick();
    await new Promise((resolve) => setImmediate(resolve));
    expect(state(id)).toBe("sponsors");
    now += 300;
    tick();
    while (state(id) === "sponsors") await new Promise((resolve) => setImmediate(resolve));
    expect([state(id), faults]).toEqual(["ready", []]);
  });

  test("one that was taken away is not found, also for its files, and comes back whole", async () => {
    const { id } = await given();
    const before = row(id);
    removeIdentity(context, "lantern", id, true);
    expect(refusal(requestFile(context, account, id))).toBe(`identity ${id} does not exist`);
    expect(refusal(await saveIdentity(context, ring, account, id, "lighthouse", FILES))).toBe(
      `identity ${id} does not exist`,
    );
    expect(refusal(await pursue(context, account, id))).toBe(`identity ${id} does not exist`);
    valueOf(removeIdentity(context, "lantern", id, false));
    expect(row(id)).toEqual(before);
    expect(refusal(removeIdentity(context, "lantern", 99, false))).toBe("identity 99 does not exist");
    expect(refusal(removeIdentity(context, "tideline", id, false))).toBe(`identity ${id} does not exist`);
  });
});

describe("a certificate", () => {
  const pem = async (scope: object = {}, from = -60, to = YEAR, request?: string) => {
    const made = await makeRequest({ call: "CX3QUA", entity: 144, from: "2022-05-01", to: null, ...scope }, INPUT);
    return (await openAuthority(memoryVault(), now)).issue(request ?? made.request, now + from, now + to);
  };
  const load = async (id: number, text: string) => refusal(await loadCertificate(context, account, id, text));

  test.each([
    ["damaged", async () => (await pem()).replace(/[A-Z]{3}/g, "AAA"), /no certificate|another key/],
    ["no certificate at all", async () => "Dear Inés, here it is.", /This is no certificate/],
    ["of another key", () => pem(), /of another key/],
    ["of another call", (request: string) => pem({}, -60, YEAR, request), /not for CX8QSB/],
  ])("%s is refused", async (kind, make, why) => {
    const id = await asked();
    const { request } = row(id);
    if (kind === "of another call") context.store.run(context.store.q.updateTable("identity").set({ call: "CX8QSB" }));
    expect(await load(id, await make(request!))).toMatch(why);
    expect(row(id).chain).toBeNull();
  });

  test("that somebody else's authority signed, or nobody, is refused", async () => {
    const id = await asked();
    expect(await load(id, await pem({}, -60, YEAR, row(id).request!))).toBe(
      "The certificate does not lead to Lantern's authority as it was first met",
    );
    const [end] = readCertificates(await pem({}, -60, YEAR, row(id).request!))!;
    expect(await load(id, end!.toString("pem"))).toContain("does not lead to Lantern's authority");
  });

  test("of Lantern's is taken in any order; ended it is refused, and not yet valid it waits for its day", async () => {
    const vault = memoryVault();
    const authority = await openAuthority(vault, now);
    const row_ = { logbookId: account.logbookId, service: "lantern", isUsed: 1, url: null, token: null } as const;
    const kept = { ...row_, byItself: null, restsUntil: null, authority: authority.root.toString("pem") };
    context.store.run(context.store.q.insertInto("serviceAccess").values(kept));
    const id = await asked();
    const request = row(id).request!;
    expect(await load(id, await authority.issue(request, now - YEAR, now))).toMatch(/^The certificate ended on /);
    const early = await authority.issue(request, now + 3600, now + YEAR);
    const upside = [...readCertificates(early)!].reverse().map((one) => one.toString("pem"));
    expect(await load(id, [...upside, authority.root.toString("pem")].join("\n"))).toBe("taken");
    expect(state(id)).toBe("early");
    now += 3600;
    expect(state(id)).toBe("ready");
  });

  test("at another address another authority is met", async () => {
    await given();
    changeSettings(context, { ...testServices(), lantern: account.access }, account.logbookId, "lantern", {
      url: "http://elsewhere.test/",
    });
    const { store } = context;
    expect(store.first(store.q.selectFrom("serviceAccess").select("authority"))?.authority).toBeNull();
  });

  test("a wider one replaces the narrower one, which stays for what it signed", async () => {
    const narrow = (await given()).id;
    now += 60;
    const wide = await asked({ from: "1900-01-01" });
    valueOf(await handIn(context, account, wide, ["CX1QRA", "LU7QTC"]));
    now += 2 * HOUR;
    valueOf(await pursue(context, account, wide));
    expect([state(narrow), state(wide), row(narrow).replacedBy]).toEqual(["replaced", "ready", wide]);
    const other = await asked({ call: "CX8QSB", from: "1900-01-01" });
    expect([state(other), state(wide)]).toEqual(["asked", "ready"]);
  });
});

describe("signing", () => {
  const contact = () =>
    valueOf(
      logContact(context, account.logbookId, {
        call: "DL1QTA",
        startedAt: "2026-11-23T21:00:00Z",
        band: "20m",
        mode: "CW",
      }),
    );
  const signed = async (dataKey = ring.dataKey) => {
    const stored = contact();
    const told = { ...stored, ownCall: "CX3QUA" };
    return createSigning(context, "lantern", dataKey)!.sign(stored, told);
  };

  test("says what the contact is and where it was made, and nobody can change a letter of it", async () => {
    await given();
    const made = await signed();
    if (!("signed" in made)) throw new Error(made.why);
    const verify = createVerifier();
    expect(await verify(made.signed)).toMatchObject({
      claims: {
        by: "CX3QUA",
        call: "DL1QTA",
        at: "2026-11-23T21:00:00Z",
        band: "20m",
        mode: "CW",
        site: { grid: "GF35co" },
      },
    });
    const letters = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_.";
    await fc.assert(
      fc.asyncProperty(fc.nat(made.signed.length - 1), fc.constantFrom(...letters), async (at, letter) => {
        fc.pre(made.signed[at] !== letter);
        const changed = made.signed.slice(0, at) + letter + made.signed.slice(at + 1);
        const verified = await createVerifier()(changed);
        // The last letter of a part may hold bits that mean nothing.
        if (verified.claims !== null) expect(isPadding(made.signed, at)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  function isPadding(text: string, at: number): boolean {
    return at === text.length - 1 || text[at + 1] === ".";
  }

  test("a certificate signs neither for another call nor for another day", async () => {
    await grantIdentities(context, account.logbookId, ["CX3QUA"], await openAuthority(memoryVault(), now));
    const { store } = context;
    // Ours believes that it may; the certificate knows better.
    store.run(store.q.updateTable("identity").set({ call: "CX8QSB" }));
    const stored = contact();
    const made = await createSigning(context, "lantern", null)!.sign(stored, { ...stored, ownCall: "CX8QSB" });
    expect(await createVerifier()((made as { signed: string }).signed)).toEqual({
      claims: null,
      fault: "the certificate of CX3QUA does not sign for CX8QSB",
    });
    expect(claimsOf(stored, "CX3QUA").by).toBe("CX3QUA");
  });

  test("keys that are closed sign nothing, and say so", async () => {
    await given();
    valueOf(await setPassphrase(context, ring, { current: null, next: "fourteen metres" }));
    await expect(signed(null)).rejects.toThrow("The keys are closed: open them with the passphrase");
    expect(await signed()).toHaveProperty("signed");
  });
});

describe("the passphrase", () => {
  const resting = () => identityRows(context.store, "lantern").map(({ key }) => key!.slice(0, 10));

  test("hides every key, also those that come later; it is changed and taken away with itself alone", async () => {
    const first = await asked();
    const { key } = row(first);
    expect(key).toContain("BEGIN PRIVATE KEY");
    valueOf(await setPassphrase(context, ring, { current: null, next: "fourteen metres" }));
    await asked({ call: "CX8QSB" });
    expect(resting().every((begin) => begin.startsWith("eyJ"))).toBe(true);
    expect(JSON.stringify(identityOf(row(first)))).not.toContain("eyJ");

    closeKeys(context, ring);
    expect(passphraseState(context, ring)).toBe("closed");
    expect(refusal(await askIdentity(context, ring, account.logbookId, "lantern", INPUT))).toContain("keys are closed");
    expect(refusal(await openKeys(context, ring, "fifteen metres"))).toBe("This is not the passphrase.");
    valueOf(await openKeys(context, ring, "fourteen metres"));

    expect(refusal(await setPassphrase(context, ring, { current: "fifteen metres", next: "twelve metres" }))).toBe(
      "The passphrase so far is another one.",
    );
    valueOf(await setPassphrase(context, ring, { current: "fourteen metres", next: "twelve metres" }));
    closeKeys(context, ring);
    expect((await openKeys(context, ring, "fourteen metres")).ok).toBe(false);
    valueOf(await setPassphrase(context, ring, { current: "twelve metres", next: null }));
    expect([passphraseState(context, ring), row(first).key]).toEqual(["none", key]);
  });

  test("that is set, or taken away, while a key is being encrypted, finds it as the others", async () => {
    for (const [current, next] of [
      [null, "fourteen metres"],
      ["fourteen metres", null],
    ] as const) {
      const both = await Promise.all([
        setPassphrase(context, ring, { current, next }),
        askIdentity(context, ring, account.logbookId, "lantern", INPUT),
      ]);
      expect(both[0].ok).toBe(true);
      expect(new Set(resting().map((begin) => begin.startsWith("eyJ")))).toEqual(new Set([next !== null]));
    }
  });

  test("that two set at once is that of one of them; the other is told", async () => {
    await asked();
    const words = ["fourteen metres", "fifteen metres"];
    const both = await Promise.all(words.map((next) => setPassphrase(context, ring, { current: null, next })));
    expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
    closeKeys(context, ring);
    expect((await openKeys(context, ring, words[both.findIndex(({ ok }) => ok)]!)).ok).toBe(true);
  });

  test("forgotten takes the keys along; a file brings one back", async () => {
    const { id } = await given();
    const { file } = valueOf(await saveIdentity(context, ring, account, id, "lighthouse", FILES));
    valueOf(await setPassphrase(context, ring, { current: null, next: "fourteen metres" }));
    forgetKeys(context, ring);
    expect([passphraseState(context, ring), state(id)]).toEqual(["none", "keyless"]);
    expect(valueOf(await loadIdentity(context, ring, account, { file, password: "lighthouse" }, FILES)).id).toBe(id);
    expect(state(id)).toBe("ready");
  });
});

describe("on another computer", () => {
  test("a file brings an identity that signs; it says what is wrong with others", async () => {
    const { id } = await given();
    const { file, name } = valueOf(await saveIdentity(context, ring, account, id, "lighthouse", FILES));
    expect(name).toMatch(/^CX3QUA-\d{4}-\d\d-\d\d\.p12$/);
    const home = context;
    const other = await testContext(now);
    context = other.context;
    const there = { ...account, logbookId: other.logbookId };
    const load = async (given: { file?: string; password?: string }) =>
      loadIdentity(context, ring, there, { file, password: "lighthouse", ...given }, FILES);
    expect(refusal(await load({ password: "lighthousf" }))).toBe("The password is another one, or the file is damaged");
    expect(refusal(await load({ file: "AAAA" }))).toBe("This is no file of an identity (PKCS #12)");
    const loaded = valueOf(await load({}));
    expect(loaded).toMatchObject({ call: "CX3QUA", from: "1920-01-01", name: "Inés Cardozo", hasRequest: false });
    expect(state(loaded.id)).toBe("ready");
    expect(refusal(requestFile(context, there, loaded.id))).toBe("The identity of CX3QUA was loaded from a file.");
    expect(identityRows(home.store, "lantern")).toHaveLength(1);
  });
});

test("days are those of UTC, also long before 1970; who does not say our call made it under the usual one", async () => {
  for (const startedAt of ["1925-05-01T00:00:00Z", "1925-05-01T23:59:59Z", "1925-05-02T00:00:00Z"])
    valueOf(logContact(context, account.logbookId, { call: "DL1QTA", startedAt, band: "160m", mode: "CW" }));
  context.store.run(context.store.q.updateTable("contact").set({ ownCall: null }));
  const days = await context.reader.look("contactDays", { logbookId: account.logbookId, usual: "CX8QSB" });
  expect(days.sort((a, b) => a.day.localeCompare(b.day))).toEqual([
    { call: "CX8QSB", day: "1925-05-01", count: 2 },
    { call: "CX8QSB", day: "1925-05-02", count: 1 },
  ]);
});

test("the overview tells what of the log each signs, and what none does", async () => {
  const { id } = await given();
  const log = (call: string, ownCall: string) =>
    valueOf(
      logContact(context, account.logbookId, {
        call,
        ownCall,
        startedAt: "2026-11-23T21:00:00Z",
        band: "20m",
        mode: "CW",
      }),
    );
  for (const call of ["DL1QTA", "DL2QTA"]) log(call, "CX3QUA");
  // The same station on the same day, under another call.
  log("DL1QTA", "LU/CX3QUA");
  const view = valueOf(await coverageAt(context, account.logbookId, "lantern"));
  expect(view).toMatchObject({
    uncovered: [
      { call: "LU/CX3QUA", why: "there is no identity of LU/CX3QUA", mend: { from: "2026-11-23", to: null } },
    ],
  });
  expect(valueOf(identitiesAt(context, ring, "lantern"))).toMatchObject({ identities: [{ id }], passphrase: "none" });
  expect(view.signs).toEqual([{ id, count: 2 }]);
  expect(view.calls.map(({ call, count }) => [call, count])).toEqual([
    ["CX3QUA", 2],
    ["LU/CX3QUA", 1],
  ]);
});
