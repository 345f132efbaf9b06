import { type PictureRow, pictureRowSchema } from "@/core/contract";
import { createBlockReader, NotBlocks } from "@/core/signal";

/** Takes a row with its levels. */
export type GiveRow = (row: PictureRow, levels: Uint8Array) => void;

const MOST_BYTES = 16_384;
const NO_ROWS = "What came is no picture: reload the page; if it comes again, the server is of another version.";

/**
 * Reads rows that a server gives without end.
 *
 * @throws {Error} with what is wrong, also where they end
 */
export async function readStream(
  address: string,
  give: GiveRow,
  signal: AbortSignal,
  ask: (address: string, signal: AbortSignal) => Promise<Response>,
): Promise<void> {
  const response = await ask(address, signal);
  if (!response.ok || response.body === null) {
    const problem = (await response.json().catch(() => null)) as { detail?: unknown } | null;
    throw new Error(typeof problem?.detail === "string" ? problem.detail : `The server answers ${response.status}.`);
  }
  const blocks = createBlockReader((head, bytes) => {
    const row = pictureRowSchema.safeParse(head);
    if (!row.success) throw new NotBlocks("it is of no picture");
    give(row.data, bytes);
  }, MOST_BYTES);
  const reader = response.body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) throw new Error("The server ended the picture.");
    try {
      blocks.take(value);
    } catch (error) {
      throw error instanceof NotBlocks ? new Error(NO_ROWS, { cause: error }) : error;
    }
  }
}
