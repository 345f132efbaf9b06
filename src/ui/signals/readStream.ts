import { type PictureRow, pictureRowSchema } from "@/core/contract";
import { createBlockReader, NotBlocks } from "@/core/signal";
import { readTogether } from "../kit/readTogether";

/** Takes a row with its levels. */
export type GiveRow = (row: PictureRow, levels: Uint8Array) => void;
/** Asks a server. */
export type Ask = (address: string, signal: AbortSignal) => Promise<Response>;

const MOST_BYTES = 16_384;
const NONSENSE =
  "What came is nothing of a receiver: reload the page; if it comes again, the server is of another version.";

/**
 * Reads blocks that a server gives without end, in one window for all that want the same.
 *
 * @param take throws NotBlocks for one that is of something else
 * @throws {Error} with what is wrong, also where they end
 */
export function readBlocks(
  address: string,
  take: (head: unknown, bytes: Uint8Array) => void,
  signal: AbortSignal,
  ask: Ask,
): Promise<void> {
  return readTogether<readonly [head: unknown, bytes: Uint8Array]>(
    address,
    (give) => readAlone(address, (head, bytes) => give([head, bytes]), signal, ask),
    ([head, bytes]) => take(head, bytes),
    signal,
  );
}

async function readAlone(
  address: string,
  take: (head: unknown, bytes: Uint8Array) => void,
  signal: AbortSignal,
  ask: Ask,
): Promise<void> {
  const response = await ask(address, signal);
  if (!response.ok || response.body === null) {
    const problem = (await response.json().catch(() => null)) as { detail?: unknown } | null;
    throw new Error(typeof problem?.detail === "string" ? problem.detail : `The server answers ${response.status}.`);
  }
  const blocks = createBlockReader(take, MOST_BYTES);
  const reader = response.body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) throw new Error("The server ended it.");
    try {
      blocks.take(value);
    } catch (error) {
      throw error instanceof NotBlocks ? new Error(NONSENSE, { cause: error }) : error;
    }
  }
}

/** Reads the rows of a picture that a server gives without end. */
export function readStream(address: string, give: GiveRow, signal: AbortSignal, ask: Ask): Promise<void> {
  return readBlocks(
    address,
    (head, bytes) => {
      const row = pictureRowSchema.safeParse(head);
      if (!row.success) throw new NotBlocks("it is of no picture");
      give(row.data, bytes);
    },
    signal,
    ask,
  );
}
