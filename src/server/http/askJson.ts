import ky, { HTTPError } from "ky";
import { madeWritable } from "../../core/contact";

interface AskLimits {
  /** For the whole answer, to its last byte, milliseconds. */
  readonly timeoutMs: number;
  /** For the decoded answer, bytes. */
  readonly largest: number;
  /** Ends it at once; what is thrown then is the signal's reason. */
  readonly signal?: AbortSignal;
  /** Whether something may be sent twice; what is only asked for, always may. */
  readonly repeatable?: boolean;
  /** Struck from whatever is answered: a service may say back what it was sent. */
  readonly secrets?: readonly string[];
}

interface Answer {
  readonly ok: boolean;
  readonly status: number;
  /** The media type, without its parameters. */
  readonly type: string;
  /** Undefined where the body is no JSON, or cut off. */
  readonly data: unknown;
  /** After how many seconds it wants to be asked again, where it asks for patience. */
  readonly retryAfter: number | null;
}

/** Why there is no answer: not within its time, silent in the middle of it, too large, or not reached or cut off. */
export class NoAnswer extends Error {
  constructor(readonly why: "slow" | "silent" | "large" | "unreachable") {
    super(why);
  }
}

/** A service that has begun to answer and then is silent for this part of the whole time has broken off. */
const SILENCE = 1 / 3;
/** Whoever wants more patience than this is not waited for: whoever asks is told when to come back. */
const LONGEST_PAUSE_MS = 5000;
/** What is worth trying again, within the whole time: pauses grow, or are as long as the service asks for. */
const AGAIN = {
  limit: 3,
  shouldRetry: ({ error }: { error: Error }) => {
    const patience = error instanceof HTTPError ? retryAfterOf(error.response) : null;
    return patience !== null && patience * 1000 > LONGEST_PAUSE_MS ? false : undefined;
  },
  statusCodes: [429, 503],
  afterStatusCodes: [429, 503],
  delay: (attempt: number) => 200 * 4 ** (attempt - 1),
};
/** Shorter words are not struck: they could be anything. */
const SHORTEST_SECRET = 4;
const STRUCK = "[secret]";

/**
 * One question to a service and its answer, read piece by piece, so that neither a slow answer nor a large one does
 * harm. A service that cannot be reached, or asks for patience, is asked again where that does no harm. The one way in
 * which services are asked.
 *
 * @throws NoAnswer
 */
export async function askJson(
  url: URL,
  init: Pick<RequestInit, "method" | "body" | "headers">,
  { timeoutMs, largest, signal, repeatable = false, secrets = [] }: AskLimits,
): Promise<Answer> {
  const retry = { ...AGAIN, methods: repeatable ? ["get", "post"] : ["get"] };
  let unreached = false;
  const beforeRetry = [({ error }: { error: Error }) => void (unreached = !(error instanceof HTTPError))];
  const stop = new AbortController();
  const stopped = new Promise<never>((_, reject) => {
    stop.signal.addEventListener("abort", () => reject(stop.signal.reason as Error), { once: true });
  });
  // Whoever waited may be gone when it is stopped.
  stopped.catch(() => {});
  const giveUp = (why: NoAnswer["why"]) => stop.abort(new NoAnswer(why));
  const cancel = () => stop.abort(signal?.reason);
  const whole = setTimeout(() => giveUp(unreached ? "unreachable" : "slow"), timeoutMs);
  let silence: NodeJS.Timeout | undefined;

  async function exchange(): Promise<Answer> {
    // The signal is named to `fetch` once more: Node forgets one that it knows through a request alone, once that request
    // is collected, and what nobody waits for would stay open.
    const response = await ky(url, {
      ...init,
      retry,
      hooks: { beforeRetry },
      redirect: "manual",
      timeout: false,
      signal: stop.signal,
      fetch: (request, options) => fetch(request, { ...options, signal: stop.signal }),
    }).catch((error: unknown) => {
      if (error instanceof HTTPError) return error.response;
      throw error;
    });
    const decoder = new TextDecoder();
    let text = "";
    let size = 0;
    const wait = () => {
      clearTimeout(silence);
      silence = setTimeout(giveUp, timeoutMs * SILENCE, "silent");
    };
    wait();
    for await (const piece of (response.body ?? []) as AsyncIterable<Uint8Array>) {
      wait();
      size += piece.length;
      if (size > largest) throw new NoAnswer("large");
      text += decoder.decode(piece, { stream: true });
    }
    const { ok, status, headers } = response;
    const type = (headers.get("content-type") ?? "").split(";")[0]!.trim();
    return { ok, status, type, data: dataOf(text + decoder.decode(), secrets), retryAfter: retryAfterOf(response) };
  }

  signal?.addEventListener("abort", cancel, { once: true });
  try {
    signal?.throwIfAborted();
    return await Promise.race([exchange(), stopped]);
  } catch (error) {
    if (signal?.aborted === true || error instanceof NoAnswer) throw error;
    throw new NoAnswer("unreachable");
  } finally {
    clearTimeout(whole);
    clearTimeout(silence);
    signal?.removeEventListener("abort", cancel);
    // What is left of an answer that nobody waits for is not fetched.
    stop.abort(new NoAnswer("unreachable"));
  }
}

/** The standard has seconds, or a date. RFC 9110, 10.2.3. */
function retryAfterOf({ headers, status }: Response): number | null {
  const said = headers.get("retry-after");
  if (said === null || !AGAIN.statusCodes.includes(status)) return null;
  const seconds = /^\d{1,9}$/.test(said.trim()) ? Number(said) : (Date.parse(said) - Date.now()) / 1000;
  return Number.isFinite(seconds) && seconds > 0 ? Math.ceil(seconds) : null;
}

function dataOf(text: string, secrets: readonly string[]): unknown {
  const struck = secrets.filter(({ length }) => length >= SHORTEST_SECRET);
  const clean = (word: string) => struck.reduce((rest, secret) => rest.replaceAll(secret, STRUCK), madeWritable(word));
  try {
    return JSON.parse(text, (_, value: unknown) => (typeof value === "string" ? clean(value) : value)) as unknown;
  } catch {
    return undefined;
  }
}
