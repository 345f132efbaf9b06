type Said<Piece> = { readonly is: "piece" | "again"; readonly piece: Piece } | { readonly is: "ask" };

/**
 * Reads something without end, in one window for all of this browser: it holds no more than six connections to a
 * server, and with all of them taken by streams nothing else would be asked or told any more. When the window that
 * reads is closed, another one goes on.
 *
 * @param name of what is read: the same in all windows that want the same
 * @param read gives each piece; a piece can be told to another window
 * @throws what `read` throws, in the window that reads
 */
export async function readTogether<Piece>(
  name: string,
  read: (give: (piece: Piece) => void) => Promise<void>,
  take: (piece: Piece) => void,
  signal: AbortSignal,
): Promise<void> {
  // A page that came over the open network has no locks.
  const locks = (globalThis.navigator as Navigator | undefined)?.locks;
  if (locks === undefined) return read(take);
  const channel = new BroadcastChannel(name);
  let [isReading, isHeard] = [false, false];
  let last: { readonly piece: Piece } | null = null;
  const tell = (said: Said<Piece>) => channel.postMessage(said);
  channel.onmessage = ({ data: said }: MessageEvent<Said<Piece>>) => {
    if (said.is === "ask") {
      if (isReading && last !== null) tell({ is: "again", piece: last.piece });
      return;
    }
    if (signal.aborted || (said.is === "again" && isHeard)) return;
    isHeard = true;
    take(said.piece);
  };
  // Who comes later wants to know what was said last.
  tell({ is: "ask" });
  try {
    await locks.request(name, { signal }, () => {
      isReading = true;
      return read((piece) => {
        last = { piece };
        take(piece);
        tell({ is: "piece", piece });
      });
    });
  } finally {
    channel.close();
  }
}
