import { randomBytes } from "node:crypto";
import { z } from "zod";
import type { Context } from "./context";
import { unwritableIn } from "../core/contact";
import { diskFault } from "./db/diskFault";
import { LOG_FILE } from "./log";
import type { Problem, Result } from "./problem";
import { contextOf, type Runtime, runtime } from "./runtime";

/** What a route handler is given: the context to act in, the request, and the whole numbers of its path. */
interface RouteCall {
  readonly context: Context;
  readonly runtime: Runtime;
  readonly request: Request;
  readonly path: Readonly<Record<string, string>>;
  /** The path's parameter as a row's id. */
  readonly id: (name: string) => number;
  /** The query as an object of strings. */
  readonly query: Readonly<Record<string, string>>;
  /** The body as JSON. */
  readonly json: () => Promise<unknown>;
}

type Handler = (call: RouteCall) => Promise<Response> | Response;
type RouteHandler = (request: Request, parameters: NextParameters) => Promise<Response>;
type NextParameters = { params: Promise<Record<string, string | string[]> | undefined> };

const LARGEST_BODY = 1_000_000;

class BadRequest extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

/**
 * Wraps a handler that reads, or waits for something: what it throws by intent becomes problem details, anything else a
 * logged 500 that tells where to look. What it writes, it writes within `context.write`.
 */
export function route(handler: Handler): RouteHandler {
  return async (request, { params }) => {
    const live = await runtime();
    try {
      const raw = (await params) ?? {};
      const path = Object.fromEntries(
        Object.entries(raw).map(([name, value]) => [name, Array.isArray(value) ? value.map(decoded).join("/") : value]),
      );
      for (const [name, value] of Object.entries(path)) refuseUnwritable(value, name);
      return await handler({
        context: contextOf(live),
        runtime: live,
        request,
        path,
        id: (name) => rowId(path[name]),
        query: queryOf(request),
        json: async () => jsonOf(await readLimited(request)),
      });
    } catch (error) {
      if (error instanceof BadRequest) return problemResponse(error.problem);
      return faultResponse(live, error);
    }
  };
}

type WritingHandler = (call: Omit<RouteCall, "request" | "json"> & { readonly body: () => unknown }) => Response;

/** Wraps a handler that writes, and need not wait for anything: it works in one go, while nobody else writes. */
export function writing(handler: WritingHandler): RouteHandler {
  return route(async ({ request, json: _, ...call }) => {
    const text = await readLimited(request);
    return call.context.write(() => handler({ ...call, body: () => jsonOf(text) }));
  });
}

/** What nobody foresaw: a full disk is said as such, anything else by the line of the log that says more. */
function faultResponse({ log }: Runtime, error: unknown): Response {
  const disk = diskFault(error);
  if (disk !== null) {
    log.error({ err: error }, "the disk cannot be written");
    return problemResponse({
      status: 507,
      title: "Not kept",
      detail: `${disk}, and try again. Nothing of this was kept; what was kept before is safe.`,
    });
  }
  const fault = randomBytes(4).toString("hex");
  log.error({ err: error, fault }, "a request failed");
  return problemResponse({
    status: 500,
    title: "Unexpected fault",
    detail: `The server met an unexpected fault: the line with "${fault}" in ${LOG_FILE} of the data folder says more.`,
  });
}

/** A result as a response: its value as JSON, or its problem. */
export function answer<Value>(result: Result<Value>, status = 200): Response {
  return result.ok ? Response.json(result.value, { status }) : problemResponse(result.problem);
}

/** A list that is answered whole. */
export function answerList<Value>(result: Result<readonly Value[]>): Response {
  return result.ok ? Response.json({ items: result.value, next: null }) : problemResponse(result.problem);
}

/** A file to be saved, piece by piece; each is made when the one before it was taken. */
export interface FileAnswer {
  readonly name: string;
  readonly type: string;
  readonly pieces: Iterable<string | Uint8Array>;
}

/** A file as a response that the browser saves, or its problem. */
export function answerFile(result: Result<FileAnswer>): Response {
  if (!result.ok) return problemResponse(result.problem);
  const { name, type, pieces } = result.value;
  const iterator = pieces[Symbol.iterator]();
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    pull(controller) {
      const piece = iterator.next();
      if (piece.done === true) controller.close();
      else controller.enqueue(typeof piece.value === "string" ? encoder.encode(piece.value) : piece.value);
    },
    // Whoever fetched it went away: the file behind it is closed.
    cancel: () => void iterator.return?.(),
  });
  return new Response(body, {
    headers: { "content-type": type, "content-disposition": `attachment; filename="${name}"` },
  });
}

function problemResponse({ status, title, detail, faults }: Problem): Response {
  const body = {
    type: "about:blank",
    title,
    status,
    detail,
    ...(faults === undefined ? {} : { errors: faults.map(({ field, text }) => ({ field, detail: text })) }),
  };
  return new Response(JSON.stringify(body), { status, headers: { "content-type": "application/problem+json" } });
}

function rowId(text: string | undefined): number {
  const parsed = z.coerce.number().int().positive().max(Number.MAX_SAFE_INTEGER).safeParse(text);
  if (parsed.success) return parsed.data;
  throw new BadRequest({ status: 404, title: "Not found", detail: `"${text ?? ""}" is no number of a row` });
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    // It was decoded already, and has a % of its own.
    return text;
  }
}

function queryOf(request: Request): Record<string, string> {
  const query = Object.fromEntries(new URL(request.url).searchParams);
  for (const [name, value] of Object.entries(query)) refuseUnwritable(value, name);
  return query;
}

function jsonOf(text: string): unknown {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new BadRequest({ status: 400, title: "Not JSON", detail: "The body is no valid JSON." });
  }
  refuseUnwritable(value, "");
  return value;
}

/** What cannot be kept as it is, is refused where it comes in. */
function refuseUnwritable(value: unknown, field: string): void {
  const found = unwritableIn(value, field);
  if (found !== null)
    throw new BadRequest({ status: 422, title: "Not valid", detail: `${found.field}: ${found.text}`, faults: [found] });
}

async function readLimited(request: Request): Promise<string> {
  const decoder = new TextDecoder();
  let text = "";
  let size = 0;
  // What is too large is read to its end all the same, so that the connection stays usable, but for the very large.
  for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    size += chunk.length;
    if (size > 20 * LARGEST_BODY) break;
    if (size <= LARGEST_BODY) text += decoder.decode(chunk, { stream: true });
  }
  if (size > LARGEST_BODY) {
    throw new BadRequest({
      status: 413,
      title: "Too large",
      detail: `The body is larger than ${LARGEST_BODY} bytes.`,
    });
  }
  return text + decoder.decode();
}
