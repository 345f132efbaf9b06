import { randomBytes } from "node:crypto";
import { z } from "zod";
import { faultsOf, unwritableIn } from "../core/contact";
import {
  type BodyForm,
  type CheckedLater,
  type Endpoint,
  type Items,
  NAMED,
  namesOf,
  type Params,
  UPLOAD,
} from "../core/contract";
import { STRANGER } from "./actor";
import type { Context } from "./context";
import { diskFault } from "./db/diskFault";
import { gate } from "./gate";
import { LOG_FILE } from "./log";
import { invalid, missing, type Problem, problemResponse, type Result } from "./problem";
import { contextOf, type Runtime, runtime } from "./runtime";

type QueryOf<E> = E extends Endpoint<string, infer Query> ? z.output<Query> : never;
type Given<Body extends BodyForm> = Body extends z.ZodType
  ? z.output<Body>
  : Body extends CheckedLater
    ? unknown
    : null;
type BodyOf<E> = E extends Endpoint<string, z.ZodType, infer Body> ? Given<Body> : never;
type ParamsOf<E> = E extends Endpoint<infer Path> ? Params<Path> : never;
/** What the service gives for an endpoint's answer. */
type Served<E> =
  E extends Endpoint<string, z.ZodType, BodyForm, infer Answer>
    ? Answer extends z.ZodType
      ? z.output<Answer>
      : Answer extends Items<infer Item>
        ? readonly z.output<Item>[]
        : FileAnswer
    : never;

/** What a service is called with: who acts and where, and what was asked, checked as the endpoint declares it. */
interface Call<E extends Endpoint> {
  readonly context: Context;
  readonly runtime: Runtime;
  readonly params: ParamsOf<E>;
  readonly query: QueryOf<E>;
  readonly body: BodyOf<E>;
}

type RouteHandler = ((request: Request, parameters: NextParameters) => Promise<Response>) & {
  readonly endpoint: Endpoint;
};
type NextParameters = { params: Promise<Record<string, string | string[]> | undefined> };

const LARGEST_BODY = 1_000_000;

/** What who has not signed in is told; pages ask for it then. */
const NOT_SIGNED_IN: Problem = {
  status: 401,
  title: "Not signed in",
  detail: "This station is shared: sign in, and try again. Nothing of this was done.",
};

class BadRequest extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

/**
 * Binds an endpoint to a service that reads, or waits for something. What it writes, it writes within `context.write`.
 * What is thrown by intent becomes problem details, anything else a logged 500 that tells where to look.
 */
export function serve<E extends Endpoint>(
  endpoint: E,
  service: (call: Call<E> & { readonly request: Request }) => Result<Served<E>> | Promise<Result<Served<E>>>,
): RouteHandler {
  return bind(endpoint, async (call) => answer(endpoint, await service(call)));
}

/** Binds an endpoint to a service that writes and need not wait: it works in one go, while nobody else writes. */
export function write<E extends Endpoint>(endpoint: E, service: (call: Call<E>) => Result<Served<E>>): RouteHandler {
  return bind(endpoint, async (call) => answer(endpoint, await call.context.write(() => service(call))));
}

/** Binds an endpoint to what makes a response of its own kind. */
export function bind<E extends Endpoint>(
  endpoint: E,
  respond: (call: Call<E> & { readonly request: Request }) => Promise<Response> | Response,
): RouteHandler {
  const handler = async (request: Request, { params: raw }: NextParameters) => {
    const live = await runtime();
    try {
      const actor = await live.entrance.actorOf(request.headers);
      if (actor === null && endpoint.needs !== "anyone") return problemResponse(NOT_SIGNED_IN);
      const context = contextOf(live, actor ?? STRANGER);
      const params = paramsOf(endpoint, (await raw) ?? {});
      const refused = gate(context, endpoint, params);
      if (refused !== null) return problemResponse(refused);
      const query = checked(endpoint.query, queryOf(request));
      const body = await bodyOf(endpoint.body, request);
      return await respond({ context, runtime: live, params, query, body, request } as Call<E> & { request: Request });
    } catch (error) {
      if (error instanceof BadRequest) return problemResponse(error.problem);
      return faultResponse(live, error);
    }
  };
  return Object.assign(handler, { endpoint });
}

function checked(schema: z.ZodType, value: unknown): unknown {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  throw new BadRequest(invalid(faultsOf(parsed.error)).problem);
}

function paramsOf({ path }: Endpoint, raw: Record<string, string | string[]>): Record<string, string | number> {
  const given = namesOf(path).map(({ name }): [string, string | number] => {
    const value = raw[name] ?? "";
    const text = Array.isArray(value) ? value.map(decoded).join("/") : value;
    refuseUnwritable(text, name);
    if (name in NAMED && !NAMED[name as keyof typeof NAMED].safeParse(text).success)
      throw new BadRequest(missing(`${name} ${text}`).problem);
    return [name, name.endsWith("Id") ? rowId(text) : text];
  });
  return Object.fromEntries(given);
}

async function bodyOf(form: BodyForm, request: Request): Promise<unknown> {
  if (form === undefined || form === UPLOAD) return null;
  const value = jsonOf(await readLimited(request));
  return form instanceof z.ZodType ? checked(form, value) : value;
}

/** Answers what no route is for. */
export function nothing(request: Request): Response {
  return problemResponse(missing(new URL(request.url).pathname).problem);
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

/** A result as a response of the form that its endpoint declares. */
function answer({ answer: form, status }: Endpoint, result: Result<unknown>): Response {
  if (!result.ok) return problemResponse(result.problem);
  if ("media" in form) return fileResponse(result.value as FileAnswer);
  return Response.json("items" in form ? { items: result.value, next: null } : result.value, { status });
}

/** A file to be saved, piece by piece; each is made when the one before it was taken. */
export interface FileAnswer {
  readonly name: string;
  readonly type: string;
  readonly pieces: Iterable<string | Uint8Array>;
}

/** A file as a response that the browser saves. */
export function fileResponse({ name, type, pieces }: FileAnswer): Response {
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
