import type { ProblemDetails } from "@/core/contract";

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

/** One request to the interface for programs; throws ApiProblem. */
export async function api<Answer>(path: string, init: RequestInit & { json?: unknown } = {}): Promise<Answer> {
  const { json, ...rest } = init;
  const body =
    json === undefined ? {} : { body: JSON.stringify(json), headers: { "content-type": "application/json" } };
  let response: Response;
  try {
    response = await fetch(`/api/v1/${path}`, { ...rest, ...body });
  } catch (error) {
    if (rest.signal?.aborted) throw error;
    throw new ApiProblem(UNREACHABLE);
  }
  const answer = (await response.json().catch(() => null)) as Answer | ProblemDetails | null;
  if (response.ok) return answer as Answer;
  throw new ApiProblem(
    (answer as ProblemDetails | null) ?? {
      ...UNREACHABLE,
      status: response.status,
      detail: `The server answered with error ${response.status}.`,
    },
  );
}

/** The path with the given parameters; those that are undefined are left out. */
export function withQuery(path: string, query: Readonly<Record<string, string | number | undefined>>): string {
  const given = Object.entries(query).filter((entry): entry is [string, string | number] => entry[1] !== undefined);
  const text = new URLSearchParams(given.map(([name, value]) => [name, String(value)])).toString();
  return text === "" ? path : `${path}?${text}`;
}
