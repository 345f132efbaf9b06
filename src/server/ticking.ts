/**
 * Does something again and again until it is ended, never twice at once. It keeps no process alive. Ending it gives
 * when what is being done is done.
 */
export function ticking(
  everyMs: number,
  work: () => Promise<void>,
  fault: (error: unknown) => void,
): () => Promise<void> {
  let busy: Promise<void> | null = null;
  const timer = setInterval(() => {
    busy ??= work()
      .catch(fault)
      .finally(() => (busy = null));
  }, everyMs);
  timer.unref();
  return async () => {
    clearInterval(timer);
    await busy;
  };
}
