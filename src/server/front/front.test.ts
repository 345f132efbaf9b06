import fc from "fast-check";
import { type IncomingHttpHeaders, request, type Server } from "node:http";
import { type AddressInfo, connect, createServer } from "node:net";
import { LOOPBACK } from "./address";
import { createFront } from "./front";
import type { Unopened } from "./unopened";

let server: Server;
let port: number;
let answered: string[];
let closed: Unopened | undefined;

beforeAll(async () => {
  port = await freePort();
  server = createFront({
    host: "127.0.0.1",
    port,
    allowedHosts: [],
    isUnopened: () => closed,
    handle: ({ url = "", headers }, response) => {
      answered.push(url);
      if (url === "/fault") throw new Error("broken");
      if (url === "/packed") return void response.end(headers["accept-encoding"] ?? "as it is");
      response.end(headers["content-security-policy"]);
    },
  });
  await new Promise<void>((resolve) => server.listen(port, "127.0.0.1", resolve));
});
beforeEach(() => {
  answered = [];
  closed = undefined;
});
afterAll(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});

async function freePort(): Promise<number> {
  const probe = createServer();
  await new Promise<void>((resolve) => probe.listen(0, "127.0.0.1", resolve));
  const { port: free } = probe.address() as AddressInfo;
  await new Promise((resolve) => probe.close(resolve));
  return free;
}

interface Said {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly body: string;
}

function ask(path: string, headers: Record<string, string> = {}, method = "GET"): Promise<Said> {
  return new Promise((resolve, reject) => {
    const asked = request({ host: "127.0.0.1", port, path, method, headers, setHost: !("host" in headers) });
    asked.on("error", reject);
    asked.on("response", (response) => {
      let body = "";
      response.setEncoding("utf8").on("data", (piece: string) => (body += piece));
      response.on("end", () => resolve({ status: response.statusCode!, headers: response.headers, body }));
    });
    asked.end();
  });
}

const segment = fc.stringMatching(/^[a-zA-Z0-9._~!$&'()*+,;=:@-]{0,12}$/);
const path = fc
  .tuple(
    fc.constantFrom("", "/api", "/api/v1", "/_next", "/_next/static", "/.well-known"),
    fc.array(segment, { maxLength: 4 }),
  )
  .map(([root, segments]) => `${root}/${segments.join("/")}`.replace(/^\/+/, "/"));
const KNOWN = ["/", "/desk", "/favicon.ico", "/icon.svg", "/api/nothing", "/api/v1/logbooks", "/robots.txt", "/a.b/c"];

test("no path whatever is answered under a foreign name, or to a page of another site", async () => {
  const check = async (one: string) => {
    for (const headers of [
      { host: "elsewhere.example" },
      { host: `elsewhere.example:${port}` },
      { host: `127.0.0.1:${port}`, origin: "http://elsewhere.example" },
    ]) {
      const { status, headers: said, body } = await ask(one, headers);
      expect([status, said["content-security-policy"] === undefined]).toEqual([403, false]);
      expect(body).not.toContain("script-src");
    }
    expect(answered).toEqual([]);
  };
  for (const one of KNOWN) await check(one);
  await fc.assert(fc.asyncProperty(path, check), { numRuns: 100 });
});

test("every answer has the policy, with a nonce of its own, which the page is told", async () => {
  const nonces = new Set<string>();
  for (const one of [...KNOWN, ...fc.sample(path, 100)]) {
    const { headers, body } = await ask(one);
    const policy = headers["content-security-policy"] as string;
    expect(policy).toContain("default-src 'none'");
    expect(body).toBe(policy);
    expect(headers).toMatchObject({ "x-content-type-options": "nosniff", "referrer-policy": "no-referrer" });
    nonces.add(/'nonce-([^']+)'/.exec(policy)![1]!);
  }
  expect(nonces.size).toBe(KNOWN.length + 100);
});

test("a policy that comes with a request is not believed", async () => {
  const { body } = await ask("/desk", { "content-security-policy": "script-src *" });
  expect(body).toContain("default-src 'none'");
});

test.each(["/%ff", "/%", "/%zz", "/desk/%00", "/api/v1/calls/%c0%80", "//elsewhere.example/desk"])(
  "%s is no path",
  async (one) => {
    expect(await ask(one)).toMatchObject({ status: 400 });
    expect(answered).toEqual([]);
  },
);

test.each(["TRACE", "PROPFIND"])("%s is no method", async (method) => {
  const { status, body } = await ask("/api/v1/logbooks", {}, method);
  expect([status, (JSON.parse(body) as { title: string }).title]).toEqual([405, "No such method"]);
});

test("a request for another server, through this one, is refused", async () => {
  const said = await new Promise<string>((resolve) => {
    const socket = connect(port, "127.0.0.1");
    socket.write(`GET http://elsewhere.example/desk HTTP/1.1\r\nhost: 127.0.0.1:${port}\r\nconnection: close\r\n\r\n`);
    let text = "";
    socket.setEncoding("utf8").on("data", (piece: string) => (text += piece));
    socket.on("close", () => resolve(text));
  });
  expect(said).toMatch(/^HTTP\/1\.1 400/);
});

test("a fault of the application is a problem, and not a broken connection", async () => {
  expect(await ask("/fault")).toMatchObject({ status: 500 });
});

test("without a database a page says what is wrong and what to do, and programs are told the same", async () => {
  closed = { what: "<b>It</b> is damaged.", mend: ["Put the backup back."] };
  const page = await ask("/desk");
  expect(page).toMatchObject({ status: 503, headers: { "content-type": "text/html; charset=utf-8" } });
  expect(page.body).toContain("&lt;b&gt;It&lt;/b&gt; is damaged.");
  expect(page.body).toContain("Put the backup back.");
  const program = await ask("/api/v1/logbooks");
  expect(JSON.parse(program.body)).toMatchObject({ status: 503, detail: "<b>It</b> is damaged. Put the backup back." });
  expect(answered).toEqual([]);
});

test("on this computer nothing is packed for its way", async () => {
  expect((await ask("/packed", { "accept-encoding": "gzip, br" })).body).toBe("as it is");
});

test.each([
  ["127.0.0.1", true],
  ["::1", true],
  ["::ffff:127.0.0.1", true],
  ["localhost", true],
  ["192.0.2.7", false],
  ["::ffff:192.0.2.127", false],
  ["1.127.0.1", false],
  ["localhost.example", false],
])("%s is reached by this computer alone: %s", (address, isOwn) => {
  expect(LOOPBACK.test(address)).toBe(isOwn);
});
