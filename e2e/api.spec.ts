import { readFileSync } from "node:fs";
import { ended, expect, test } from "./test";

interface Example {
  readonly method: string;
  readonly path: string;
  readonly body: string | undefined;
  readonly answer: unknown;
}

function examplesOf(file: string): Example[] {
  const blocks = readFileSync(file, "utf8").matchAll(
    /```http\n([A-Z]+) (\S+)\n(?:\n([^]*?)\n)?```\s+```json\n([^]*?)```/g,
  );
  return [...blocks].map(([, method, path, body, answer]) => ({
    method: method!,
    path: path!,
    body,
    answer: JSON.parse(answer!) as unknown,
  }));
}

/** "number" and "string" stand for any value of their kind. */
function matcher(value: unknown): unknown {
  if (value === "number") return expect.any(Number);
  if (value === "string") return expect.any(String);
  if (Array.isArray(value)) return value.map(matcher);
  if (value === null || typeof value !== "object") return value;
  return expect.objectContaining(
    Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, matcher(inner)])),
  );
}

test("the examples of docs/api.md are true", async ({ app }) => {
  const examples = examplesOf("docs/api.md");
  expect(examples.length).toBeGreaterThan(6);
  for (const { method, path, body, answer } of examples) {
    const response = await fetch(app.url + path, { method, ...(body === undefined ? {} : { body }) });
    const got = (await response.json()) as { kind?: string; id: number };
    expect(got, `${method} ${path}`).toEqual(matcher(answer));
    if (got.kind === "import") {
      const job = await ended(app, got.id);
      expect(job.report).toMatchObject({
        read: 2,
        added: 1,
        refused: [{ line: 2, reason: expect.stringContaining("BAND") as unknown }],
      });
    }
  }
});

test("bodies that are too large or no JSON are refused in plain words", async ({ app }) => {
  const post = (body: string) => fetch(`${app.url}/api/v1/logbooks/1/contacts`, { method: "POST", body });
  expect((await post(JSON.stringify({ comment: "x".repeat(1_100_000) }))).status).toBe(413);
  expect(await (await post("{")).json()).toMatchObject({ status: 400, detail: "The body is no valid JSON." });
  expect((await fetch(`${app.url}/api/v1/logbooks/1/contacts/x`)).status).toBe(404);
  expect((await fetch(`${app.url}/api/v1/logbooks/99`)).status).toBe(404);
});

test("the OpenAPI document is served", async ({ app }) => {
  const document = await app.api<{ openapi: string; paths: Record<string, object> }>("openapi.json");
  expect(document.openapi).toBe("3.1.0");
  expect(Object.keys(document.paths)).toContain("/logbooks/{logbookId}/contacts");
});

test("changes are streamed as they happen", async ({ app }) => {
  const stream = await fetch(`${app.url}/api/v1/events`);
  const reader = stream.body!.getReader();
  await app.api("logbooks/1/contacts", {
    method: "POST",
    json: { call: "HK4QRT", startedAt: new Date().toISOString(), band: "40m", mode: "SSB" },
  });
  const decoder = new TextDecoder();
  let text = "";
  while (!text.includes('"call":"HK4QRT"')) text += decoder.decode((await reader.read()).value, { stream: true });
  expect(text).toContain('"type":"contacts"');
  await reader.cancel();
});
