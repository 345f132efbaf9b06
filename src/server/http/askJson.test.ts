import type { Server } from "node:http";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import { type BEHAVIOURS, misbehave, send } from "../../../stand-ins/manners";
import { askJson } from "./askJson";

setFlagsFromString("--expose-gc");
const clearMemory = runInNewContext("gc") as () => void;

let server: Server;
let behaviour: (typeof BEHAVIOURS)[number];
let open = 0;

beforeAll(async () => {
  server = createServer((request, response) => {
    open++;
    response.on("close", () => open--);
    void misbehave(behaviour, request, response).then((bad) => {
      if (!bad) send(response, 200, { said: "the token farol-token is known", nul: "a\0b", half: "x\ud800" });
    });
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
});
afterAll(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});

const url = () => new URL(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
const ask = (limits: Partial<Parameters<typeof askJson>[2]> = {}) =>
  askJson(url(), {}, { timeoutMs: 600, largest: 5_000_000, secrets: ["farol-token", "abc"], ...limits });

test("what is answered is data, without what was secret and without what is no text", async () => {
  behaviour = "normal";
  expect(await ask()).toEqual({
    ok: true,
    status: 200,
    type: "application/json",
    data: { said: "the token [secret] is known", nul: "a\ufffdb", half: "x\ufffd" },
    retryAfter: null,
  });
});

test.each([
  ["down", "unreachable"],
  ["hang", "slow"],
  ["cut", "unreachable"],
  ["silent", "silent"],
  ["drip", "slow"],
  ["flood", "large"],
  ["bomb", "large"],
] as const)(
  "a service that is %s is given up as %s, and its connection is let go",
  async (how, why) => {
    behaviour = how;
    const before = process.memoryUsage().rss;
    await expect(
      ask({ timeoutMs: { bomb: 20_000, flood: 20_000, drip: 3000 }[how as string] ?? 600 }),
    ).rejects.toMatchObject({ why });
    expect(process.memoryUsage().rss - before).toBeLessThan(200_000_000);
    while (open > 0) await new Promise((resolve) => setTimeout(resolve, 5));
  },
  30_000,
);

test("what was given up is let go, though memory was cleared meanwhile", async () => {
  behaviour = "silent";
  const asked = expect(ask({ timeoutMs: 6000 })).rejects.toMatchObject({ why: "silent" });
  while (open === 0) await new Promise(setImmediate);
  // Again and again: the answer begins some time in between.
  for (let turn = 0; turn < 20; turn++) {
    await new Promise((resolve) => setTimeout(resolve, 5));
    clearMemory();
  }
  await asked;
  while (open > 0) await new Promise((resolve) => setTimeout(resolve, 5));
}, 30_000);

describe("a service that asks for patience", () => {
  let asked: number[];
  let patient: Server;
  let refuseWith: readonly [status: number, headers: Record<string, string>];
  let times: number;
  beforeAll(async () => {
    patient = createServer((_, response) => {
      asked.push(Date.now());
      if (asked.length <= times) response.writeHead(refuseWith[0], refuseWith[1]).end("{}");
      else send(response, 200, { taken: asked.length });
    });
    await new Promise<void>((resolve) => patient.listen(0, "127.0.0.1", resolve));
  });
  beforeEach(() => (asked = []));
  afterAll(async () => {
    patient.closeAllConnections();
    await new Promise((resolve) => patient.close(resolve));
  });
  const askPatient = (timeoutMs = 60_000) =>
    askJson(new URL(`http://127.0.0.1:${(patient.address() as AddressInfo).port}/`), {}, { timeoutMs, largest: 1000 });

  test.each([429, 503])("with %s is asked again, after pauses that grow", async (status) => {
    [refuseWith, times] = [[status, {}], 2];
    expect(await askPatient()).toMatchObject({ ok: true, data: { taken: 3 } });
    const [first = 0, second = 0, third = 0] = asked;
    expect(second - first).toBeGreaterThanOrEqual(190);
    expect(third - second).toBeGreaterThanOrEqual(790);
  });

  test("is left alone for as long as it says", async () => {
    [refuseWith, times] = [[429, { "retry-after": "1" }], 1];
    expect(await askPatient()).toMatchObject({ ok: true });
    expect(asked[1]! - asked[0]!).toBeGreaterThanOrEqual(990);
  });

  test("is given up at the end of the whole time, though it asks for a little more", async () => {
    [refuseWith, times] = [[503, { "retry-after": "2" }], 99];
    await expect(askPatient(400)).rejects.toMatchObject({ why: "slow" });
    expect(asked).toHaveLength(1);
  });

  test.each([
    ["seconds", () => "3600"],
    ["a date", () => new Date(Date.now() + 3_600_000).toUTCString()],
  ])("for long, in %s, is not waited for: it is told for how long", async (_, said) => {
    [refuseWith, times] = [[429, { "retry-after": said() }], 99];
    const { status, retryAfter } = await askPatient();
    expect(status).toBe(429);
    expect(Math.abs(retryAfter! - 3600)).toBeLessThanOrEqual(2);
    expect(asked).toHaveLength(1);
  });

  test("again and again is told as what it says", async () => {
    [refuseWith, times] = [[503, {}], 99];
    expect(await askPatient()).toMatchObject({ ok: false, status: 503 });
    expect(asked).toHaveLength(4);
  });

  test("with another error is not asked again", async () => {
    [refuseWith, times] = [[500, {}], 99];
    expect(await askPatient()).toMatchObject({ ok: false, status: 500 });
    expect(asked).toHaveLength(1);
  });
});

test.each(["page", "error"] as const)("a service that answers with %s says so", async (how) => {
  behaviour = how;
  expect(await ask()).toMatchObject(
    how === "page" ? { type: "text/html", data: undefined } : { ok: false, status: 500 },
  );
});

test.each(["hang", "drip", "flood"] as const)(
  "a service that is %s is left at once when it is cancelled",
  async (how) => {
    behaviour = how;
    const stop = new AbortController();
    const asked = ask({ timeoutMs: 60_000, largest: Infinity, signal: stop.signal });
    while (open === 0) await new Promise((resolve) => setTimeout(resolve, 5));
    stop.abort(new Error("cancelled"));
    await expect(asked).rejects.toThrow("cancelled");
    while (open > 0) await new Promise((resolve) => setTimeout(resolve, 5));
    await expect(ask({ signal: stop.signal })).rejects.toThrow("cancelled");
  },
);
