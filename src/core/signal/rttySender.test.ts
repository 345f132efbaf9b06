import fc from "fast-check";
import { baudotCodes, misprints, printed } from "./baudot";
import { createRttyReader, rttyTime, USUAL_BAUD } from "./rtty";
import { createRttySender, type RttyOut, signsRead } from "./rttySender";

const RATE = 8000;
const TONES = { mark: 2125, space: 2295, baud: USUAL_BAUD };
const printable = fc.string({ unit: fc.constantFrom(..."ABCXYZ0123459 ?/-\n"), minLength: 1, maxLength: 40 });

/** The tones as an oscillator gives them that is told when to change. */
function soundOf(tones: RttyOut["tones"], seconds: number): Float32Array {
  const sound = new Float32Array(Math.ceil(seconds * RATE));
  let [next, phase, hertz] = [0, 0, TONES.mark];
  for (let index = 0; index < sound.length; index++) {
    while (next < tones.length && tones[next]!.at <= index / RATE)
      hertz = tones[next++]!.isMark ? TONES.mark : TONES.space;
    sound[index] = 0.3 * Math.sin(phase);
    phase += (2 * Math.PI * hertz) / RATE;
  }
  return sound;
}

function readBack(tones: RttyOut["tones"], seconds: number) {
  const reader = createRttyReader(TONES, RATE);
  return [...reader.take(soundOf(tones, seconds)), ...reader.end()];
}

test("however small the steps, the same signs stand one right behind the other", () => {
  fc.assert(
    fc.property(printable, fc.double({ min: 0.01, max: 2, noNaN: true }), (text, step) => {
      const sender = createRttySender(text, false, 0.2);
      const signs: RttyOut["signs"][number][] = [];
      for (let time = 0; sender.endsAt() === null; time += step) signs.push(...sender.between(time, time + step).signs);
      expect(signs.map(({ letter }) => letter).join("")).toBe(text);
      expect(signs.flatMap(({ codes }) => codes)).toEqual(baudotCodes(text));
      for (const [nth, sign] of signs.entries()) expect(sign.from).toBeCloseTo(signs[nth - 1]?.to ?? 0.2, 9);
      expect(sender.endsAt()).toBeCloseTo(0.2 + rttyTime(baudotCodes(text).length), 6);
    }),
  );
});

test("what is on the line already stays, and what waits is another", () => {
  const sender = createRttySender("CQ TEST", true, 0);
  expect(
    sender
      .between(0, 0.4)
      .signs.map(({ letter }) => letter)
      .join(""),
  ).toBe("CQ");
  sender.change("CX DE QRA", false);
  expect(
    sender
      .between(0.2, 10)
      .signs.map(({ letter }) => letter)
      .join(""),
  ).toBe(" DE QRA");
  expect(sender.endsAt()).not.toBeNull();
});

test("where nothing waits it rests, and goes on when there is more", () => {
  const sender = createRttySender("K", true, 0);
  sender.between(0, 5);
  expect(sender.endsAt()).toBeNull();
  sender.change("KA", false);
  const [sign] = sender.between(5, 5.3).signs;
  expect(sign).toMatchObject({ letter: "A" });
  expect(sign!.from).toBeGreaterThanOrEqual(5);
  expect(sender.endsAt()).toBeCloseTo(sign!.to, 9);
});

test("a page that was held up goes on late, and spoils no sign", () => {
  const sender = createRttySender("CX3QUA", false, 0);
  const early = sender.between(0, 0.4);
  const late = sender.between(2, 30);
  expect(late.signs[0]!.from).toBe(2);
  const read = readBack([...early.tones, ...late.tones], sender.endsAt()! + 0.2);
  expect(
    printed(
      read.map(({ code }) => code),
      true,
    ),
  ).toBe("CX3QUA");
});

test("its sound is read as what was sent, sign by sign", () => {
  const text = "CX9QTH 599 014 TU ";
  const sender = createRttySender(text, false, 0.2);
  const { tones, signs } = sender.between(0, 60);
  const read = readBack(tones, sender.endsAt()! + 0.2);
  expect(
    printed(
      read.map(({ code }) => code),
      true,
    ),
  ).toBe(text);
  const back = signsRead(signs, read);
  expect(back).toEqual(signs.map(({ letter, codes }) => ({ letter, codes })));
  expect(misprints(back)).toEqual([]);
});

test("a sound that broke in the middle of a shift is read as what the other end prints", () => {
  const sender = createRttySender("UR 599 K ", false, 0.2);
  const { tones, signs } = sender.between(0, 60);
  const shift = signs.find(({ letter }) => letter === "5")!;
  const sound = soundOf(tones, sender.endsAt()! + 0.2);
  sound.fill(0, Math.round(shift.from * RATE), Math.round((shift.from + rttyTime(1)) * RATE));
  const reader = createRttyReader(TONES, RATE);
  const read = [...reader.take(sound), ...reader.end()];
  expect(misprints(signsRead(signs, read))).toEqual([{ meant: "599", prints: "TOO" }]);
});
