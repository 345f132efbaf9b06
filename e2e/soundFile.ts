import { keyDown } from "../src/core/signal/testing";

/**
 * Seconds of a tone with a little noise, as a WAV file of sixteen bits.
 *
 * @param rate samples a second
 * @param hertz of I and Q: how far from the middle; else the tone
 * @param text is sent by it in Morse, from the first second on; without it the tone is steady
 */
export function soundFile(rate: number, seconds: number, hertz: number, isIq = false, text = ""): Buffer {
  const channels = isIq ? 2 : 1;
  const frame = channels * 2;
  const data = Buffer.alloc(rate * seconds * frame);
  const { isDown } = keyDown({ text, speed: 26 });
  for (let at = 0; at < rate * seconds; at++) {
    const loud = text === "" || isDown(at / rate) ? 3000 : 0;
    const phase = (2 * Math.PI * hertz * at) / rate;
    const noise = () => (Math.random() - 0.5) * 200;
    data.writeInt16LE(Math.round(loud * Math.cos(phase) + noise()), at * frame);
    if (isIq) data.writeInt16LE(Math.round(loud * Math.sin(phase) + noise()), at * frame + 2);
  }
  const head = Buffer.alloc(44);
  head.write("RIFF");
  head.writeUInt32LE(36 + data.length, 4);
  head.write("WAVEfmt ", 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(channels, 22);
  head.writeUInt32LE(rate, 24);
  head.writeUInt32LE(rate * frame, 28);
  head.writeUInt16LE(frame, 32);
  head.writeUInt16LE(16, 34);
  head.write("data", 36);
  head.writeUInt32LE(data.length, 40);
  return Buffer.concat([head, data]);
}
