import { CompactSign } from "jose";
import { readCertificates, SIGNING } from "../../src/core/identity/chain";
import { encodeScope, SCOPE_EXTENSION } from "../../src/core/identity/profile";
import { ALGORITHM } from "../../src/core/identity/signed";
import { Extension, Pkcs10CertificateRequestGenerator } from "../../src/core/identity/x509";
import { isoTime } from "../../src/core/contact";
import { createAir } from "../world/air";
import { gatherLogs, isOfAir } from "../world/airLogs";
import type { LogEntry } from "../world/worldLog";
import { openArchive } from "./archive";
import { type Authority, memoryVault, openAuthority } from "./authority";
import { createReader } from "./rules";
import { statementFrom } from "../world/handIns";

const START = Date.UTC(2026, 10, 26, 20) / 1000;
const air = createAir({ seed: 5, stations: 60, startsAt: START });
const logs = gatherLogs(START, () => air.operators);
const [station] = air.operators;
const ours = new Set(["CX3QUA"]);
const contact = {
  id: 1,
  ownCall: "CX3QUA",
  call: station!.call,
  startedAt: isoTime(START + 60),
  band: "20m",
  mode: "CW",
};
const entry: LogEntry = {
  by: station!.call,
  call: "CX3QUA",
  startedAt: START + 60,
  band: "20m",
  frequencyHz: 14_025_000,
  mode: "CW",
  contest: null,
  sent: ["599"],
  received: ["599"],
  handedInAt: START + 3660,
};

test("what a station of the air has is told by its log, all else is invented", () => {
  expect(isOfAir(station!.call, START + 60, logs)).toBe(true);
  expect(isOfAir(`${station!.call}/P`, START + 60, logs)).toBe(true);
  expect(isOfAir(station!.call, START - 60, logs)).toBe(false);
  expect(isOfAir("P5QUZ", START + 60, logs)).toBe(false);
  expect(isOfAir(station!.call, START + 60, undefined)).toBe(false);
});

test("an entry comes to light when its station hands its log in, in the simulated time, if ever", () => {
  const statement = { ownCall: "CX3QUA", call: station!.call, startedAt: isoTime(START + 60), band: "20m", mode: "CW" };
  expect(statementFrom(entry, ours, START + 60, 10)).toEqual({ ...statement, delay: 10 });
  expect(statementFrom({ ...entry, handedInAt: null }, ours, START, 10)).toBeNull();
  expect(statementFrom({ ...entry, call: "CX3QUB" }, ours, START, 10)).toBeNull();
});

test("services hear of entries about stations from outside, and of no others", () => {
  const heard: LogEntry[] = [];
  logs.onGuest((one) => heard.push(one));
  logs.wrote(entry);
  logs.wrote({ ...entry, call: air.operators[1]!.call });
  expect(heard).toEqual([entry]);
  // Who comes later hears of what was before, and who has gone of nothing more.
  const later: LogEntry[] = [];
  logs.onGuest((one) => later.push(one))();
  logs.wrote({ ...entry, band: "40m" });
  expect(later).toEqual([entry]);
});

test("what was heard of is a statement from its time on, whether or not we have handed it in", async () => {
  const archive = await openArchive(":memory:", START, 10);
  // The air tells all of its logs again after a break.
  for (const at of [60, 90]) archive.hear(statementFrom(entry, ours, START + 60, 10)!, START + at);
  expect(archive.since(0, 10, START + 69).statements).toEqual([]);
  expect(archive.since(0, 10, START + 71).statements).toMatchObject([{ call: station!.call, band: "20m" }]);
  expect(archive.take(contact, null, START + 80)).toBe(true);
  expect(archive.take(contact, null, START + 80)).toBe(false);
  expect(archive.count()).toBe(1);
  archive.close();
});

describe("a signed contact", () => {
  const YEAR = 366 * 86_400;
  const claims = { by: "CX3QUA", call: "DL1QTA", at: isoTime(START + 60), band: "20m", mode: "CW", site: {} };
  /** Signed by a certificate of an authority, for a call from a day on. */
  async function signedBy(
    authority: Authority,
    { said = claims, from = -60, to = YEAR, call = "CX3QUA", day = "2020-01-01" } = {},
  ) {
    const keys = await crypto.subtle.generateKey(SIGNING, true, ["sign", "verify"]);
    const request = await Pkcs10CertificateRequestGenerator.create({
      name: [{ CN: [call] }],
      extensions: [new Extension(SCOPE_EXTENSION, false, encodeScope({ call, entity: 144, from: day, to: null }))],
      keys,
      signingAlgorithm: SIGNING,
    });
    const chain = readCertificates(await authority.issue(request.toString("pem"), START + from, START + to))!;
    return new CompactSign(new TextEncoder().encode(JSON.stringify(said)))
      .setProtectedHeader({ alg: ALGORITHM, x5c: chain.map((one) => one.toString("base64")) })
      .sign(keys.privateKey);
  }
  let ours: Authority;
  beforeAll(async () => void (ours = await openAuthority(memoryVault(), START)));
  const read = (signed: string) => createReader(ours, () => START + 120)(signed);

  test("of a certificate of Lantern's, of its call and its days, is taken", async () => {
    expect(await read(await signedBy(ours))).toEqual({
      ownCall: "CX3QUA",
      call: "DL1QTA",
      startedAt: isoTime(START + 60),
      band: "20m",
      mode: "CW",
    });
  });

  test.each([
    ["of an ended certificate", { from: -YEAR, to: 60 }, "the certificate of CX3QUA has ended"],
    ["of one that is not yet valid", { from: 600 }, "the certificate of CX3QUA is not yet valid"],
    ["of another call", { call: "CX8QSB" }, "the certificate of CX8QSB does not sign for CX3QUA"],
    [
      "of an earlier day",
      { day: "2026-12-01" },
      "the certificate of CX3QUA signs from 2026-12-01 on, not on 2026-11-26",
    ],
    ["that is none", { said: { ...claims, at: "yesterday" } }, "what is signed is no contact"],
  ])("%s is refused", async (_, how, refused) => {
    expect(await read(await signedBy(ours, how))).toEqual({ refused });
  });

  test("of somebody else's authority, or with another contact put in, is refused", async () => {
    const theirs = await openAuthority(memoryVault(), START);
    expect(await read(await signedBy(theirs))).toEqual({ refused: "its certificate is none of Lantern's" });
    const [header, , signature] = (await signedBy(ours)).split(".");
    const other = Buffer.from(JSON.stringify({ ...claims, call: "P5QUZ" })).toString("base64url");
    expect(await read([header, other, signature].join("."))).toEqual({
      refused: "its signature does not fit: it was changed after it was signed",
    });
    expect(await read("Dear Lantern")).toEqual({ refused: "it is no signed contact" });
  });
});
