import { begunSound } from "../../kit/begunSound";

/** Three rising tones, Hz, each so long, seconds. */
const TONES = [523, 659, 784];
const LASTS = 0.18;
const LOUD = 0.25;
/** Milliseconds. */
const BEGINS_WITHIN = 1000;

/** @throws why nothing is heard */
export async function sound(): Promise<void> {
  const context = new AudioContext();
  try {
    if (!(await begunSound(context, BEGINS_WITHIN)))
      throw new Error(
        "This browser holds sounds back until a key is pressed, or something is clicked, in this window.",
      );
    const volume = context.createGain();
    volume.gain.value = LOUD;
    volume.connect(context.destination);
    await Promise.all(
      TONES.map(
        (frequency, index) =>
          new Promise((resolve) => {
            const tone = context.createOscillator();
            tone.frequency.value = frequency;
            tone.connect(volume);
            tone.onended = resolve;
            tone.start(context.currentTime + index * LASTS);
            tone.stop(context.currentTime + (index + 1) * LASTS);
          }),
      ),
    );
  } finally {
    await context.close();
  }
}
