import type { z } from "zod";
import {
  type BodyForm,
  type CheckedLater,
  type Endpoint,
  type Items,
  namesOf,
  type Params,
  type ProblemDetails,
  UPLOAD,
} from "@/core/contract";

/** A request that the server refused, or that did not reach it. The message is fit to be shown. */
export class ApiProblem extends Error {
  constructor(readonly details: ProblemDetails) {
    super(details.detail);
  }

  /** What is wrong with one field, if anything. */
  faultOf(field: string): string | undefined {
    return this.details.errors?.find((error) => error.field === field)?.detail;
  }
}

const UNREACHABLE: ProblemDetails = {
  type: "about:blank",
  title: "Not reached",
  status: 0,
  detail: "The server does not answer: is it still running? What you typed stays here.",
};

type Part<Name extends string, Value> =
  Record<never, never> extends Value ? { readonly [Key in Name]?: Value } : { readonly [Key in Name]: Value };
type BodyInput<Body> = Body extends z.ZodType
  ? z.input<Body>
  : Body extends CheckedLater
    ? unknown
    : Body extends typeof UPLOAD
      ? Blob
      : undefined;
/** What is asked of an endpoint: what its path names, its query, and its body. */
type Asked<E> =
  E extends Endpoint<infer Path, infer Query, infer Body>
    ? Part<"params", Params<Path>> &
        Part<"query", z.input<Query>> &
        (Body extends undefined ? { readonly body?: undefined } : { readonly body: BodyInput<Body> })
    : never;
/** What an endpoint answers. */
type Answered<E> =
  E extends Endpoint<string, z.ZodType, BodyForm, infer Answer>
    ? Answer extends z.ZodType
      ? z.output<Answer>
      : Answer extends Items<infer Item>
        ? { readonly items: z.output<Item>[] }
        : never
    : never;
type Optional<Value> = Record<never, never> extends Value ? [asked?: Value] : [asked: Value];

/** The address of an endpoint, for a link or a download. What is undefined in the query is left out. */
export function addressOf<E extends Endpoint>(endpoint: E, ...[asked]: Optional<Omit<Asked<E>, "body">>): string {
  const { params = {}, query = {} } = (asked ?? {}) as { params?: Record<string, unknown>; query?: object };
  let { path } = endpoint as Endpoint;
  for (const { name, long } of namesOf(path)) {
    const value = String(params[name]);
    const encoded = long ? value.split("/").map(encodeURIComponent).join("/") : encodeURIComponent(value);
    path = path.replace(long ? `{${name}...}` : `{${name}}`, () => encoded);
  }
  const given = Object.entries(query).filter(([, value]) => value !== undefined);
  const text = new URLSearchParams(given.map(([name, value]) => [name, String(value)])).toString();
  return `/api/v1/${path}${text === "" ? "" : `?${text}`}`;
}

let tellSignedOut = () => {};

/** What is done when the server wants that one signs in; what it gives ends that. */
export function onSignedOut(tell: () => void): () => void {
  tellSignedOut = tell;
  return () => (tellSignedOut = () => {});
}

/** One request to an endpoint; throws ApiProblem. */
export async function ask<E extends Endpoint>(
  endpoint: E,
  ...[asked]: Optional<Asked<E> & { readonly signal?: AbortSignal }>
): Promise<Answered<E>> {
  const { body, signal = null } = (asked ?? {}) as { body?: unknown; signal?: AbortSignal | null };
  const address = addressOf(endpoint, asked as never);
  const upload = endpoint.body === UPLOAD;
  let response: Response;
  try {
    response = await fetch(address, {
      method: endpoint.method,
      signal,
      ...(body === undefined
        ? {}
        : {
            body: upload ? (body as Blob) : JSON.stringify(body),
            headers: { "content-type": upload ? UPLOAD.upload : "application/json" },
          }),
    });
  } catch (error) {
    if (signal?.aborted === true) throw error;
    throw new ApiProblem(UNREACHABLE);
  }
  const answer = (await response.json().catch(() => null)) as Answered<E> | ProblemDetails | null;
  if (response.ok) return answer as Answered<E>;
  if (response.status === 401 && endpoint.needs !== "anyone") tellSignedOut();
  throw new ApiProblem(
    (answer as ProblemDetails | null) ?? {
      ...UNREACHABLE,
      status: response.status,
      detail: `The server answered with error ${response.status}.`,
    },
  );
}
