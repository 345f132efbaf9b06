/** Does something again and again until it is ended, never twice at once. It keeps no process alive. */
export function ticking(everyMs: number, work: () => Promise<void>, fault: (error: unknown) => void): () => void {
  let busy = false;
  const timer = setInterval(() => {
    if (busy) return;
    busy = true;
    work()
      .catch(fault)
      .finally(() => (busy = false));
  }, everyMs);
  timer.unref();
  return () => clearInterval(timer);
}
