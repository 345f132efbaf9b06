import * as calls from "@/core/contract/endpoints/calls";
import * as contacts from "@/core/contract/endpoints/contacts";
import * as files from "@/core/contract/endpoints/files";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { addressOf, type ApiProblem, ask } from "./api";

const answered: [string, RequestInit][] = [];
let answer: () => Promise<Response>;
beforeEach(() => {
  answered.length = 0;
  answer = () => Promise.resolve(Response.json({ id: 1 }));
  globalThis.fetch = (address, init) => {
    answered.push([address as string, init!]);
    return answer();
  };
});

test("an address has what its path names, and of the query what is given", () => {
  const query = { find: "a&b=c é", sort: undefined, limit: 5 };
  expect(addressOf(contacts.listContacts, { params: { logbookId: 3 }, query })).toBe(
    "/api/v1/logbooks/3/contacts?find=a%26b%3Dc+%C3%A9&limit=5",
  );
  expect(addressOf(calls.readCall, { params: { call: "EA8/CX3QUA/P" } })).toBe("/api/v1/calls/EA8/CX3QUA/P");
  expect(addressOf(calls.readCall, { params: { call: "A?#/%$&" } })).toBe("/api/v1/calls/A%3F%23/%25%24%26");
  expect(addressOf(logbooks.logbooks)).toBe("/api/v1/logbooks");
});

test("a request has the method, and the body as its endpoint takes it", async () => {
  await ask(contacts.changeContact, { params: { logbookId: 1, contactId: 2 }, body: { name: "Ana" } });
  const file = new Blob(["<EOH>"]);
  await ask(files.startImport, { params: { logbookId: 1 }, query: { look: "yes" }, body: file });
  await ask(logbooks.logbooks);
  expect(answered).toEqual([
    [
      "/api/v1/logbooks/1/contacts/2",
      { method: "PATCH", signal: null, body: '{"name":"Ana"}', headers: { "content-type": "application/json" } },
    ],
    [
      "/api/v1/logbooks/1/imports?look=yes",
      { method: "POST", signal: null, body: file, headers: { "content-type": "application/octet-stream" } },
    ],
    ["/api/v1/logbooks", { method: "GET", signal: null }],
  ]);
});

test("what is refused, not reached, or no answer of ours is a problem in words", async () => {
  const problem = {
    title: "Not valid",
    status: 422,
    detail: "name: too long",
    errors: [{ field: "name", detail: "too long" }],
  };
  const failure = async (response: () => Promise<Response>): Promise<ApiProblem> => {
    answer = response;
    return ask(logbooks.logbooks).then(
      () => Promise.reject(new Error("it was answered")),
      (error: ApiProblem) => error,
    );
  };
  const refused = await failure(() => Promise.resolve(Response.json(problem, { status: 422 })));
  expect([refused.message, refused.faultOf("name"), refused.faultOf("call")]).toEqual([
    "name: too long",
    "too long",
    undefined,
  ]);
  expect((await failure(() => Promise.reject(new TypeError("fetch failed")))).details.status).toBe(0);
  expect((await failure(() => Promise.resolve(new Response("<html>", { status: 502 })))).message).toContain(
    "error 502",
  );
  const stop = AbortSignal.abort(new Error("typed on"));
  answer = () => Promise.reject(stop.reason as Error);
  await expect(ask(logbooks.logbooks, { signal: stop })).rejects.toThrow("typed on");
});
