import { X509Certificate } from "node:crypto";
import { copyFileSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { get } from "node:https";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { certificateFor } from "./certificate";
import { createFront } from "./front";

const NAMES = ["192.0.2.7", "faro.local", "localhost"];
const NOW = new Date("2026-11-28T12:00:00Z");
const DAY_MS = 86_400_000;
let data: string;

beforeEach(() => {
  data = mkdtempSync(join(tmpdir(), "ypsiloid-certificate-"));
});
afterEach(() => rmSync(data, { recursive: true, force: true }));

const made = (names = NAMES, now = NOW) =>
  certificateFor({ data, tlsCertificate: undefined, tlsKey: undefined }, names, now);

test("one is made for the names and addresses of the computer, and kept, its key from others", async () => {
  const first = await made();
  const read = new X509Certificate(first.certificate);
  expect([read.checkIP("192.0.2.7"), read.checkHost("faro.local"), read.checkHost("elsewhere.example")]).toEqual([
    "192.0.2.7",
    "faro.local",
    undefined,
  ]);
  expect(first).toMatchObject({ fingerprint: read.fingerprint256, isSelfMade: true });
  // What browsers take: 398 days at the most.
  expect(new Date(first.until).getTime() - new Date(read.validFrom).getTime()).toBeLessThanOrEqual(398 * DAY_MS);
  expect(await made()).toEqual(first);
  expect(statSync(join(data, "certificate", "key.pem")).mode & 0o077).toBe(0);
});

test("another one is made where the computer has another address, where it runs out, or where it is broken", async () => {
  const first = await made();
  expect((await made([...NAMES, "198.51.100.3"])).fingerprint).not.toBe(first.fingerprint);
  const second = await made();
  expect((await made(NAMES, new Date(NOW.getTime() + 360 * DAY_MS))).fingerprint).toBe(second.fingerprint);
  const third = await made(NAMES, new Date(NOW.getTime() + 380 * DAY_MS));
  expect(third.fingerprint).not.toBe(second.fingerprint);
  writeFileSync(join(data, "certificate", "certificate.pem"), "nonsense");
  expect((await made()).fingerprint).not.toBe(third.fingerprint);
});

test("a given one is used, and one that cannot be is said with its file", async () => {
  await made();
  const [tlsCertificate, tlsKey] = [join(data, "given.pem"), join(data, "given.key")];
  copyFileSync(join(data, "certificate", "certificate.pem"), tlsCertificate);
  copyFileSync(join(data, "certificate", "key.pem"), tlsKey);
  const given = (change: object = {}, now = NOW) =>
    certificateFor({ data, tlsCertificate, tlsKey, ...change }, NAMES, now);
  expect(await given()).toMatchObject({ isSelfMade: false, key: readFileSync(tlsKey, "utf8") });
  await expect(given({ tlsCertificate: join(data, "none.pem") })).rejects.toThrow("none.pem cannot be read");
  await expect(given({ tlsKey: tlsCertificate })).rejects.toThrow("no certificate with its key");
  await expect(given({}, new Date("2030-01-01T00:00:00Z"))).rejects.toThrow("ended on 2027-12-30: renew it");
});

test("the front answers by it, tells the address that a request comes from, and believes nobody who tells another", async () => {
  const { certificate, key } = await made(["127.0.0.1"]);
  const addresses: unknown[] = [];
  const server = createFront({
    ...{ host: "127.0.0.1", port: 0, allowedHosts: [], isUnopened: () => undefined, secure: { certificate, key } },
    handle({ headers }, response) {
      addresses.push(headers["x-ypsiloid-address"]);
      response.end("in");
    },
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const { port } = server.address() as AddressInfo;
  const headers = { "x-ypsiloid-address": "10.0.0.1", host: "127.0.0.1:0" };
  const status = await new Promise<number>((resolve, reject) => {
    get({ host: "127.0.0.1", port, ca: certificate, headers }, (response) => {
      response.resume();
      resolve(response.statusCode!);
    }).on("error", reject);
  });
  expect([status, addresses]).toEqual([200, ["127.0.0.1"]]);
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});
