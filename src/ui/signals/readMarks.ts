import { useMemo, useState } from "react";
import type { ReadLine } from "@/core/signal";
import { callsInText } from "@/core/signal";
import { createValueStore, useValue, type ValueStore } from "../kit/valueStore";
import type { BandMark } from "../tuning/useBandMarks";
import type { HeardStore } from "./heardStore";
import { type HeardText, receiverText } from "./receiverText";

/** So often a call must have been read to stand at its signal. */
const LEAST_TIMES = 2;

/** Who is read where, by lines of text: the one who sends there. */
export function readMarks(lines: readonly ReadLine[]): BandMark[] {
  return lines.flatMap((line): BandMark[] => {
    const call = callsInText(line).find(({ times, isSender }) => isSender && times >= LEAST_TIMES)?.call;
    return call === undefined ? [] : [{ hertz: line.hertz, text: call, by: "read", at: line.at * 1000 }];
  });
}

const NO_TEXT: ValueStore<HeardText> = createValueStore<HeardText>({ lines: [], failure: null });
const NO_LINES: readonly ReadLine[] = [];

/**
 * Who is read where, the same list as long as it is the same ones.
 *
 * @param receiverId of the receiver that is read on the server; null where what is heard is read here
 */
export function useReadMarks(reads: boolean, receiverId: number | null, heard: HeardStore): readonly BandMark[] {
  const [keyOf] = useState(createKeyOf);
  const there = useValue(reads && receiverId !== null ? receiverText(receiverId) : NO_TEXT, ({ lines }) => lines);
  const key = useValue(heard, (told) => keyOf(receiverId === null ? (told?.lines ?? NO_LINES) : there));
  return useMemo(() => JSON.parse(key) as BandMark[], [key]);
}

/** Lines are looked through once, and not each time when something is drawn. Where and when to about so much. */
const [ABOUT_HZ, ABOUT_MS] = [20, 60_000];

function createKeyOf(): (lines: readonly ReadLine[]) => string {
  let [of, key]: [readonly ReadLine[] | null, string] = [null, "[]"];
  return (lines) => {
    if (lines !== of) {
      const marks = readMarks(lines).map(({ hertz, at, ...mark }) => ({
        ...mark,
        hertz: Math.round(hertz / ABOUT_HZ) * ABOUT_HZ,
        at: Math.floor(at / ABOUT_MS) * ABOUT_MS,
      }));
      [of, key] = [lines, JSON.stringify(marks)];
    }
    return key;
  };
}
