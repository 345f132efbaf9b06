/** So much waits for a browser that is slow, bytes; then rows are left out for it. */
const MOST_WAITING = 200_000;

/**
 * Rows as a response without end, at the rate that who reads them keeps up with: the others are left out for him.
 *
 * @param endings each ends it
 * @param media the type of what comes
 */
export function rowsAsTheyCome(
  watch: (give: (row: Uint8Array) => void) => () => void,
  endings: readonly AbortSignal[],
  media: string,
): Response {
  let leave = () => {};
  const body = new ReadableStream<Uint8Array>(
    {
      start(controller) {
        const end = () => {
          leave();
          try {
            controller.close();
          } catch {
            // The other side closed it first.
          }
        };
        const unwatch = watch((row) => {
          if ((controller.desiredSize ?? 0) > 0) controller.enqueue(row);
        });
        leave = () => {
          unwatch();
          for (const signal of endings) signal.removeEventListener("abort", end);
        };
        for (const signal of endings) signal.addEventListener("abort", end);
        if (endings.some(({ aborted }) => aborted)) end();
      },
      cancel: () => leave(),
    },
    new ByteLengthQueuingStrategy({ highWaterMark: MOST_WAITING }),
  );
  return new Response(body, {
    headers: {
      "content-type": media,
      "cache-control": "no-cache, no-transform",
      "x-accel-buffering": "no",
    },
  });
}
