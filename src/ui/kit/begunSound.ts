/**
 * Whether a browser lets sound out within a time: one that holds it back does not say so, it only never begins.
 *
 * @param within milliseconds
 */
export async function begunSound(context: AudioContext, within: number): Promise<boolean> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<false>((resolve) => {
    timer = setTimeout(() => resolve(false), within);
  });
  const isOn = await Promise.race([context.resume().then(() => true), late]);
  clearTimeout(timer);
  return isOn;
}
