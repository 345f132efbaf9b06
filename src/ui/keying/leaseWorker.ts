/** Says again and again that the page is there: a worker's clock goes on at its pace while the page is behind others. */

/** Where it is to be said, each with what says it. */
const held = new Map<string, ReturnType<typeof setInterval>>();
/** Thrice while a lease lasts. */
const HERE_MS = 500;

self.onmessage = ({ data: address }: MessageEvent<string>) => {
  clearInterval(held.get(address));
  held.set(
    address,
    setInterval(() => void here(address), HERE_MS),
  );
  void here(address);
};

async function here(address: string): Promise<void> {
  const saying = held.get(address);
  const headers = { "content-type": "application/json" };
  const body = JSON.stringify({ do: "here" });
  const answer = await fetch(address, { method: "POST", headers, body }).catch(() => null);
  const said = answer?.ok === true ? ((await answer.json()) as { id: number | null }) : null;
  // Nothing goes on there any more, unless something has begun while this was asked.
  if (said?.id !== null || held.get(address) !== saying) return;
  clearInterval(saying);
  held.delete(address);
}
