import { readdirSync } from "node:fs";
import { join, relative } from "node:path";
import { pino } from "pino";
import { type Endpoint, entryInputSchema, logbookInputSchema, namesOf, problemSchema, UPLOAD } from "../core/contract";
import { ENDPOINTS } from "../core/contract/endpoints";
import { RIGHTS, ROLES, type Standing } from "../core/people";
import { type Actor, LOCAL_OPERATOR } from "./actor";
import type { Context } from "./context";
import { gate } from "./gate";
import { openApiDocument } from "./openapi";
import { fileResponse } from "./route";
import type { Runtime } from "./runtime";
import { createHub } from "./live/hub";
import { createLinks } from "./links/supervisor";
import { createPictures } from "./signal/pictures";
import { createSpotBoard } from "./spot/board";
import { createEntry } from "./contest/entries";
import { changeContact, logContact } from "./logbook/contacts";
import { createLogbook } from "./logbook/logbooks";
import { OPEN_ENTRANCE } from "./people/entrance";
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
      links: createLinks({ context, listen: () => () => {}, spotted: () => true, received: () => {}, fault: () => {} }),
      pictures: createPictures(() => {}),
      ending: new AbortController().signal,
      spots: createSpotBoard({ context, listen: () => () => {}, fault: () => {} }),
      log: pino({ enabled: false }),
      entrance: OPEN_ENTRANCE,
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

describe("every route, in every role", () => {
  const keeper = globalThis as typeof globalThis & { ypsiloidRuntime?: Promise<unknown> };
  afterAll(() => delete keeper.ypsiloidRuntime);
  /** A rule of its own, not that of the application: how far each role goes. */
  const FURTHEST = { owner: 5, manager: 4, logger: 2, reader: 1 };
  const STEP = { anyone: 0, read: 1, log: 2, change: 3, manage: 4, own: 5 };

  async function begun(actor: Actor | null) {
    const { context, logbookId } = await testContext();
    const { store } = context;
    const site = { name: "Hill", call: "CX3QUA", grid: "GF15" };
    const other = valueOf(createLogbook(context, taken(logbookInputSchema, { name: "Hill", site }))).id;
    const job = { kind: "send", title: "Send", state: "done", request: "{}", startedAt: 0, progressDone: 0 } as const;
    const ids = [logbookId, other].map((home) => {
      const category = { operator: "SINGLE-OP", band: "ALL", power: "LOW" };
      const entry = { tag: "OMBU-ZONE", ownCall: "CX3QUA", category, operators: ["CX3QUA"] };
      const arrival = { logbookId: home, linkName: "In", sender: "x", at: 0, record: "[]", outcome: "new" };
      return {
        logbookId: home,
        jobId: store.run(store.q.insertInto("job").values({ ...job, logbookId: home })).lastId,
        entryId: valueOf(createEntry(context, home, taken(entryInputSchema, entry))).id,
        arrivalId: store.run(store.q.insertInto("arrival").values(arrival as never)).lastId,
      };
    });
    keeper.ypsiloidRuntime = Promise.resolve({
      store,
      door: { write: context.write } as Runtime["door"],
      hub: createHub(),
      finder: context.finder,
      reader: context.reader,
      log: pino({ enabled: false }),
      entrance: { actorOf: async () => actor, signIn: null },
    } satisfies Partial<Runtime>);
    return { here: ids[0]!, other: ids[1]! };
  }

  type Ids = Awaited<ReturnType<typeof begun>>["here"];
  /** What a route says to somebody, with a query that no endpoint takes: behind the gate it is a 422 at once. */
  async function said({ handler, method, path }: Awaited<ReturnType<typeof handlers>>[number], ids: Ids) {
    const named: Record<string, string | number> = {
      ...ids,
      service: "lantern",
      award: "entities",
      statistic: "bands",
    };
    const params = Object.fromEntries(
      namesOf(path).map(({ name, long }) => [name, long ? ["1"] : String(named[name] ?? 1)]),
    );
    const body = method === "GET" || method === "DELETE" ? null : "{}";
    const request = new Request("http://127.0.0.1/api/v1/x?nonsense=1", { method, body });
    return (await handler(request, { params: Promise.resolve(params) })).status;
  }

  const person = (standing: Standing): Actor => ({ ...LOCAL_OPERATOR, name: "Lena", personId: 1, ...standing });
  const isOf = (path: string) => /\{(logbook|entry|job|arrival)Id\}/.test(path);

  test("who has not signed in gets nothing but what is there for anyone", async () => {
    const { here } = await begun(null);
    for (const one of await handlers()) {
      const status = await said(one, here);
      expect([told(one), status]).toEqual([told(one), one.handler.endpoint!.needs === "anyone" ? 422 : 401]);
    }
  });

  test("lists leave out the logbooks that one may not read, and the stream is not opened on them", async () => {
    const { here } = await begun(person({ role: null, inLogbooks: [{ logbookId: 1, role: "reader" }] }));
    expect(here.logbookId).toBe(1);
    const all = await handlers();
    const asked = async (path: string, query = "") => {
      const { handler } = all.find((one) => told(one) === `GET ${path}`)!;
      return handler(new Request(`http://127.0.0.1/api/v1/x${query}`), { params: Promise.resolve({}) });
    };
    const homes = async (path: string, key: string) =>
      ((await (await asked(path)).json()) as { items: Record<string, number>[] }).items.map((item) => item[key]);
    expect(await homes("logbooks", "id")).toEqual([1]);
    expect(await homes("jobs", "logbookId")).toEqual([1]);
    expect(await homes("arrivals", "logbookId")).toEqual([1]);
    expect((await asked("events", "?logbook=2")).status).toBe(404);
  });

  test("the stream tells nothing of other logbooks, and ends for who is out", async () => {
    const lena = person({ role: null, inLogbooks: [{ logbookId: 1, role: "reader" }] });
    await begun(lena);
    const runtime = (await keeper.ypsiloidRuntime) as Runtime;
    let actor: Actor | null = lena;
    const signal = new AbortController().signal;
    keeper.ypsiloidRuntime = Promise.resolve({
      ...runtime,
      ending: signal,
      entrance: { actorOf: async () => actor, signIn: null },
    });
    const { handler } = (await handlers()).find((one) => told(one) === "GET events")!;
    const response = await handler(new Request("http://127.0.0.1/api/v1/events"), { params: Promise.resolve({}) });
    const said = response.text();
    runtime.hub.announce({ type: "manyContacts", logbookId: 2, contactCount: 5 });
    runtime.hub.announce({ type: "manyContacts", logbookId: 1, contactCount: 7 });
    actor = null;
    runtime.hub.announce({ type: "people" });
    const events = [...(await said).matchAll(/^data: (.*)$/gm)].map(([, json]) => JSON.parse(json!) as unknown);
    expect(events).toEqual([{ type: "manyContacts", logbookId: 1, contactCount: 7 }, { type: "people" }]);
  });

  test.each(ROLES)("%s of the station", async (role) => {
    const { here } = await begun(person({ role, inLogbooks: [] }));
    for (const one of await handlers()) {
      const may = STEP[one.handler.endpoint!.needs] <= FURTHEST[role];
      expect([told(one), await said(one, here)]).toEqual([told(one), may ? 422 : 403]);
    }
  });

  test.each(ROLES)("%s of one logbook, there and elsewhere", async (role) => {
    const ids = await begun(null);
    const { here, other } = await begun(person({ role: null, inLogbooks: [{ logbookId: ids.here.logbookId, role }] }));
    for (const one of await handlers()) {
      const needs = STEP[one.handler.endpoint!.needs];
      const mayThere = needs <= (isOf(one.path) ? FURTHEST[role] : Math.min(FURTHEST[role], STEP.log));
      expect([told(one), await said(one, here)]).toEqual([told(one), mayThere ? 422 : 403]);
      // Of what one may not see one does not learn that it is there.
      if (isOf(one.path)) expect([told(one), await said(one, other)]).toEqual([told(one), 404]);
    }
  });
});

describe("the gate", () => {
  const logger: Actor = { ...LOCAL_OPERATOR, name: "Lena", personId: 7, role: "logger" };

  test("knows a logbook also by an entry and a job of it, and takes none for another", async () => {
    const { context, logbookId } = await testContext();
    const { store } = context;
    const job = { logbookId, kind: "send", title: "Send", state: "done", request: "{}", startedAt: 0 } as const;
    const jobId = store.run(store.q.insertInto("job").values({ ...job, progressDone: 0 })).lastId;
    const change = { needs: "change", orOwn: false } as const;
    expect(gate({ store, actor: logger }, change, { jobId })).toMatchObject({
      status: 403,
      detail: `Lena has no right to change in logbook ${logbookId}: ask who owns it.`,
    });
    expect(gate({ store, actor: logger }, change, {})).toMatchObject({
      detail: "Lena has no right to change at this station: ask who owns it.",
    });
    expect(gate({ store, actor: logger }, change, { entryId: 99 })).toMatchObject({
      detail: "entry 99 does not exist",
    });
    const site = { name: "Hill", call: "CX3QUA", grid: "GF15" };
    const other = valueOf(createLogbook(context, taken(logbookInputSchema, { name: "Hill", site }))).id;
    expect(gate({ store, actor: LOCAL_OPERATOR }, change, { logbookId: other, jobId })).toMatchObject({ status: 404 });
    for (const needs of RIGHTS)
      expect(gate({ store, actor: LOCAL_OPERATOR }, { needs, orOwn: false }, { logbookId })).toBeNull();
  });

  test("lets who logs change what he logged himself, and nobody else's", async () => {
    const { context, logbookId } = await testContext();
    const { store } = context;
    const own: Context = { ...context, actor: { ...logger, call: "CX2QRB" } };
    const contact = { call: "OY4QSA", startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW" };
    const mine = valueOf(logContact(own, logbookId, contact));
    const others = valueOf(logContact(context, logbookId, { ...contact, call: "DL1QTA" }));
    expect([mine.operator, others.operator]).toEqual(["CX2QRB", null]);
    const change = { needs: "change", orOwn: true } as const;
    const may = (of: Record<string, number>, actor = logger) =>
      gate({ store, actor }, change, { logbookId, ...of }) === null;
    expect(may({ contactId: mine.id })).toBe(true);
    expect(may({ batchId: mine.batchId })).toBe(true);
    expect(may({ contactId: others.id })).toBe(false);
    expect(may({ batchId: others.batchId })).toBe(false);
    // Changed by somebody else meanwhile, it is still his.
    valueOf(changeContact(context, logbookId, mine.id, { name: "Solveig" }));
    expect(may({ contactId: mine.id })).toBe(true);
    expect(may({ contactId: mine.id }, { ...logger, personId: 8 })).toBe(false);
    expect(may({ contactId: mine.id }, { ...logger, role: "reader" })).toBe(false);
    expect(gate({ store, actor: logger }, change, { logbookId, contactId: others.id })).toMatchObject({
      detail: expect.stringContaining("change what others logged") as string,
    });
  });
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
