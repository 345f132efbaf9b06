/** Says again and again that the page is there: a worker's clock goes on at its pace while the page is behind others. */

/** Where it is to be said, each with how it ends. */
const held = new Map<string, ReturnType<typeof setInterval>>();
/** Thrice while a lease lasts. */
const HERE_MS = 500;

interface LeaseOrder {
  readonly address: string;
  readonly on: boolean;
}

self.onmessage = ({ data: { address, on } }: MessageEvent<LeaseOrder>) => {
  clearInterval(held.get(address));
  held.delete(address);
  if (on)
    held.set(
      address,
      setInterval(() => void here(address), HERE_MS),
    );
};

async function here(address: string): Promise<void> {
  const headers = { "content-type": "application/json" };
  const answer = await fetch(address, { method: "POST", headers, body: JSON.stringify({ do: "here" }) }).catch(
    () => null,
  );
  const said = answer?.ok === true ? ((await answer.json()) as { id: number | null }) : null;
  if (said?.id !== null) return;
  // Nothing goes on there any more.
  clearInterval(held.get(address));
  held.delete(address);
}
