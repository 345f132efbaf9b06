import { readdirSync } from "node:fs";
import { join, relative } from "node:path";
import { pino } from "pino";
import { type Endpoint, entryInputSchema, namesOf, problemSchema, RIGHTS, UPLOAD } from "../core/contract";
import { ENDPOINTS } from "../core/contract/endpoints";
import { LOCAL_OPERATOR } from "./actor";
import { gate } from "./gate";
import { openApiDocument } from "./openapi";
import { fileResponse } from "./route";
import type { Runtime } from "./runtime";
import { createHub } from "./live/hub";
import { createLinks } from "./links/supervisor";
import { createSpotBoard } from "./spot/board";
import { createEntry } from "./contest/entries";
import { taken, testContext, valueOf } from "./testing";

const API = join(__dirname, "..", "app", "api", "v1");
type Handler = ((request: Request, parameters: { params: Promise<Record<string, unknown>> }) => Promise<Response>) & {
  readonly endpoint?: Endpoint;
};

/** Every handler of every route file, with the path that its folder stands for. */
async function handlers(): Promise<{ method: string; path: string; handler: Handler }[]> {
  const files = readdirSync(API, { recursive: true, encoding: "utf8" }).filter((file) => file.endsWith("route.ts"));
  const found = await Promise.all(
    files.map(async (file) => {
      const path = relative(API, join(API, file, ".."))
        .replaceAll(/\[\.{3}(\w+)\]/g, "{$1...}")
        .replaceAll(/\[(\w+)\]/g, "{$1}");
      const exported = (await import(join(API, file))) as Record<string, Handler>;
      return Object.entries(exported).map(([method, handler]) => ({ method, path, handler }));
    }),
  );
  return found.flat();
}

const told = ({ method, path }: { method: string; path: string }) => `${method} ${path}`;

test("each endpoint has its route, and each route its endpoint", async () => {
  const all = await handlers();
  expect(all.map(told).sort()).toEqual(ENDPOINTS.map(told).sort());
  for (const one of all) expect(one.handler.endpoint && told(one.handler.endpoint)).toBe(told(one));
  expect(ENDPOINTS.length).toBeGreaterThan(60);
});

test("the document for programs describes every endpoint", () => {
  const { paths = {} } = openApiDocument();
  for (const endpoint of ENDPOINTS) {
    const operation = paths[`/${endpoint.path.replace("...", "")}`]?.[endpoint.method.toLowerCase() as "get"];
    expect(operation?.summary).toBe(endpoint.summary);
    expect(operation?.responses?.[endpoint.status]).toBeDefined();
    const names = namesOf(endpoint.path).map(({ name }) => name);
    const named = operation?.parameters?.filter((parameter) => "in" in parameter && parameter.in === "path") ?? [];
    expect(named.map((parameter) => "name" in parameter && parameter.name)).toEqual(names);
    expect(operation?.requestBody !== undefined).toBe(endpoint.body !== undefined);
  }
});

describe("every route, asked with nonsense", () => {
  const keeper = globalThis as typeof globalThis & { ypsiloidRuntime?: Promise<unknown> };
  beforeAll(async () => {
    const { context, logbookId } = await testContext();
    const category = { operator: "SINGLE-OP", band: "ALL", power: "LOW" };
    const entry = { tag: "OMBU-ZONE", ownCall: "CX3QUA", category, operators: ["CX3QUA"] };
    valueOf(createEntry(context, logbookId, taken(entryInputSchema, entry)));
    const runtime: Partial<Runtime> = {
      store: context.store,
      door: { write: context.write } as Runtime["door"],
      hub: createHub(),
      finder: context.finder,
      reader: context.reader,
      links: createLinks({ context, listen: () => () => {}, spotted: () => true, fault: () => {} }),
      spots: createSpotBoard({ context, listen: () => () => {}, fault: () => {} }),
      log: pino({ enabled: false }),
    };
    keeper.ypsiloidRuntime = Promise.resolve(runtime);
  });
  afterAll(() => delete keeper.ypsiloidRuntime);

  const NONSENSE = ['"', "{}x", "[]", "null", '{"nonsense":1}', '{"__proto__":{"x":1}}', `{"text":"a\\u0000b"}`];

  async function answered({ handler, method, path }: Awaited<ReturnType<typeof handlers>>[number], nonsense: Nonsense) {
    const params = Object.fromEntries(
      namesOf(path).map(({ name, long }) => [name, long ? [nonsense.param] : nonsense.param]),
    );
    const body = method === "GET" || method === "DELETE" ? null : nonsense.body;
    const request = new Request(`http://127.0.0.1/api/v1/x?${nonsense.query}`, { method, body });
    const response = await handler(request, { params: Promise.resolve(params) });
    return { route: `${method} ${path}`, status: response.status, said: (await response.json()) as unknown };
  }
  interface Nonsense {
    readonly param: string;
    readonly query: string;
    readonly body: string;
  }

  const isProblem = ({ route, status, said }: Awaited<ReturnType<typeof answered>>) => {
    const problem = problemSchema.safeParse(said);
    const isOne = problem.success && problem.data.status === status && status >= 400 && status < 500;
    expect(isOne ? "a problem" : `${route}: ${status} ${JSON.stringify(said)}`).toBe("a problem");
  };

  test("an unknown parameter of the query is refused, and a wrong one", async () => {
    for (const one of await handlers()) {
      if (namesOf(one.path).length > 0) continue;
      isProblem(await answered(one, { param: "", query: "nonsense=1", body: "{}" }));
    }
  });

  test("what is no number of a row, and what no row has", async () => {
    for (const one of await handlers()) {
      if (!one.path.includes("Id}")) continue;
      for (const param of ["0", "-1", "x", "1e9", "9007199254740993", "999999", "1;--", "\0"])
        isProblem(await answered(one, { param, query: "", body: "{}" }));
    }
  });

  test("a body that is none", async () => {
    for (const one of await handlers()) {
      const form = one.handler.endpoint!.body;
      if (form === undefined || form === UPLOAD) continue;
      for (const body of NONSENSE) isProblem(await answered(one, { param: "1", query: "", body }));
    }
  });
});

test("the gate asks for the right on the logbook that the path names, by itself, an entry or a job, or on the station", async () => {
  const { context, logbookId } = await testContext();
  const { store } = context;
  const asked: unknown[] = [];
  const actor = { name: "CX2QRB", may: (...of: unknown[]) => (asked.push(of), false) };
  const jobId = store.run(
    store.q.insertInto("job").values({
      logbookId,
      kind: "send",
      title: "Send",
      state: "done",
      request: "{}",
      startedAt: 0,
      progressDone: 0,
    }),
  ).lastId;
  const refused = gate({ store, actor }, "change", { logbookId, jobId });
  expect(refused).toMatchObject({ status: 403, detail: expect.stringContaining("CX2QRB") as string });
  gate({ store, actor }, "log", { jobId });
  gate({ store, actor }, "manage", {});
  expect(gate({ store, actor }, "log", { entryId: 99 })).toMatchObject({
    status: 404,
    detail: "entry 99 does not exist",
  });
  expect(asked).toEqual([
    ["change", logbookId],
    ["log", logbookId],
    ["manage", null],
  ]);
  for (const right of RIGHTS) expect(gate({ store, actor: LOCAL_OPERATOR }, right, { logbookId })).toBeNull();
});

test("a download that is broken off lets go of the file behind it", async () => {
  let closed = false;
  function* pieces() {
    try {
      for (;;) yield "piece";
    } finally {
      closed = true;
    }
  }
  const response = fileResponse({ name: "log.adi", type: "text/plain", pieces: pieces() });
  const reader = response.body!.getReader();
  expect(new TextDecoder().decode((await reader.read()).value)).toBe("piece");
  await reader.cancel();
  expect(closed).toBe(true);
});
