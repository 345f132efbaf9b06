import { baudotCodes } from "./baudot";
import { rttySound, USUAL_BAUD } from "./rtty";
import { createRttyTuner } from "./rttyTuner";
import { noiseOf } from "./testing";

const RATE = 3000;
const [MARK, SPACE] = [835, 665];
const TEXT = "CQ CQ DE CX3QUA CX3QUA CX3QUA PSE K R TU 599 001 RYRYRYRYRY";

/** A sound as it is taken, a quarter of a second at a time, and what it is read as. */
function read(sound: Float32Array) {
  const tuner = createRttyTuner(MARK, SPACE, RATE);
  const signs = [];
  for (let at = 0; at < sound.length; at += RATE / 4) signs.push(...tuner.take(sound.subarray(at, at + RATE / 4)));
  return { text: signs.map(({ sign }) => sign).join(""), kind: tuner.kind(), signs };
}

test.each(
  [USUAL_BAUD, 50, 75].flatMap((baud) => [
    { baud, isInverted: false },
    { baud, isInverted: true },
  ]),
)("$baud Bd, inverted: $isInverted, is found, and read from its first sign on", ({ baud, isInverted }) => {
  const tones = isInverted ? { mark: SPACE, space: MARK, baud } : { mark: MARK, space: SPACE, baud };
  const noise = noiseOf(4);
  const sound = rttySound(baudotCodes(TEXT), tones, RATE, 40).map((value) => value + noise() * 0.3);
  const { text, kind } = read(sound);
  expect(kind).toEqual({ baud, isInverted });
  expect(text).toContain("CQ CQ DE CX3QUA CX3QUA CX3QUA PSE K R TU 599 001");
});

test("before it is known how it is sent nothing is given, and of a rest nothing at all", () => {
  const rest = Float32Array.from({ length: RATE * 8 }, (_, at) => Math.sin((2 * Math.PI * MARK * at) / RATE));
  expect(read(rest)).toMatchObject({ text: "", kind: null });
  expect(read(new Float32Array(RATE * 8))).toMatchObject({ text: "", kind: null });
});
