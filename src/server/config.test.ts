import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ConfigProblem, readConfig } from "./config";

let data: string;
beforeEach(() => (data = mkdtempSync(join(tmpdir(), "ypsiloid-config-"))));
afterEach(() => rmSync(data, { recursive: true }));
const read = (environment: Record<string, string> = {}) =>
  readConfig({ YPSILOID_DATA: data, ...environment } as unknown as NodeJS.ProcessEnv);

test("without anything said it listens on this computer only", () => {
  expect(read()).toMatchObject({
    host: "127.0.0.1",
    port: 4680,
    data,
    services: { lantern: { url: "http://127.0.0.1:4690", token: "lantern-demo-token", timeoutMs: 15_000 } },
  });
});

test("the file sets, and the environment overrules it", () => {
  writeFileSync(join(data, "ypsiloid.json"), JSON.stringify({ port: 5000, importLimitMegabytes: 10 }));
  expect(read({ YPSILOID_PORT: "5001", YPSILOID_ALLOWED_HOSTS: "a:1, b:2" })).toMatchObject({
    port: 5001,
    importLimitMegabytes: 10,
    allowedHosts: ["a:1", "b:2"],
  });
});

test("what cannot work is said in one sentence", () => {
  expect(() => read({ YPSILOID_PORT: "many" })).toThrow(/The setting port is not usable/);
  writeFileSync(join(data, "ypsiloid.json"), "{ broken");
  expect(() => read()).toThrow(ConfigProblem);
  writeFileSync(join(data, "ypsiloid.json"), JSON.stringify({ colour: "red" }));
  expect(() => read()).toThrow(/colour/);
});

test("a station that is shared listens on every address, unless one is said, by a certificate with its key", () => {
  expect(read({ YPSILOID_SHARE: "true" })).toMatchObject({ share: true, host: "0.0.0.0" });
  expect(read({ YPSILOID_SHARE: "true", YPSILOID_HOST: "192.0.2.7" })).toMatchObject({ host: "192.0.2.7" });
  expect(read({ YPSILOID_SHARE: "false" })).toMatchObject({ share: false, host: "127.0.0.1" });
  expect(() => read({ YPSILOID_SHARE: "perhaps" })).toThrow(/The setting share is not usable/);
  expect(() => read({ YPSILOID_TLS_KEY: "key.pem" })).toThrow(/A certificate and its key go together/);
  writeFileSync(join(data, "ypsiloid.json"), JSON.stringify({ share: true, tlsCertificate: "a.pem", tlsKey: "a.key" }));
  expect(read()).toMatchObject({ share: true, tlsCertificate: "a.pem", tlsKey: "a.key" });
});

test("each service has its address, token and patience, from the file or the environment", () => {
  const { services } = read({ YPSILOID_TIDELINE_URL: "http://shore.test", YPSILOID_TIDELINE_TIMEOUT: "3" });
  expect(services.tideline).toEqual({ url: "http://shore.test", token: "tideline-demo-key", timeoutMs: 3000 });
  expect(services.lantern.url).not.toBe(services.tideline.url);
});
