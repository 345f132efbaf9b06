import { useMemo, useState } from "react";
import type { ReadLine } from "@/core/signal";
import { callsInText } from "@/core/signal";
import { useValue, type ValueShown } from "../kit/valueStore";
import type { BandMark } from "../tuning/useBandMarks";
import type { HeardStore } from "./heardStore";
import { receiverText } from "./receiverText";
import type { TextPlace } from "./textBeside";

/** So often a call must have been read to stand at its signal. */
const LEAST_TIMES = 2;

/** Who is read where, by lines of text: the one who sends there. */
export function readMarks(lines: readonly ReadLine[]): BandMark[] {
  return lines.flatMap((line): BandMark[] => {
    const call = callsInText(line).find(({ times, isSender }) => isSender && times >= LEAST_TIMES)?.call;
    return call === undefined ? [] : [{ hertz: line.hertz, text: call, by: "read", at: line.at * 1000 }];
  });
}

const NO_LINES: readonly ReadLine[] = [];

/** The lines that are read, as they come. */
export type LinesShown = ValueShown<readonly ReadLine[]>;

/** @param receiverId of the receiver that is read on the server; null where what is heard is read here */
export function linesShown(reads: boolean, receiverId: number | null, heard: HeardStore): LinesShown {
  if (!reads) return { get: () => NO_LINES, subscribe: () => () => {} };
  if (receiverId === null) return { get: () => heard.get()?.lines ?? NO_LINES, subscribe: heard.subscribe };
  const text = receiverText(receiverId);
  return { get: () => text.get().lines, subscribe: text.subscribe };
}

/** Where and when to about so much. */
const [ABOUT_HZ, ABOUT_MS] = [20, 60_000];
const about = (value: number, step: number) => Math.round(value / step) * step;

/** Who is read where, the same list as long as it is the same ones. */
export function useReadMarks(lines: LinesShown): readonly BandMark[] {
  return useOfLines(lines, (now) =>
    readMarks(now).map((mark) => ({
      ...mark,
      hertz: about(mark.hertz, ABOUT_HZ),
      at: Math.floor(mark.at / ABOUT_MS) * ABOUT_MS,
    })),
  );
}

/** Where text is read, the same list as long as it is the same places. */
export function useTextPlaces(lines: LinesShown): readonly TextPlace[] {
  return useOfLines(lines, (now) => now.map(({ id, hertz }) => ({ id, hertz: about(hertz, ABOUT_HZ) })));
}

/** Where is read by hand, Hz. */
export function useReadByHand(lines: LinesShown): readonly number[] {
  return useOfLines(lines, (now) => now.flatMap(({ isByHand, hertz }) => (isByHand ? [hertz] : [])));
}

/** What follows from lines, which are looked through once each time they are others. */
function useOfLines<Item>(lines: LinesShown, of: (lines: readonly ReadLine[]) => readonly Item[]): readonly Item[] {
  const [keyOf] = useState(() => {
    let [last, key]: [readonly ReadLine[] | null, string] = [null, "[]"];
    return (now: readonly ReadLine[]) => {
      if (now !== last) [last, key] = [now, JSON.stringify(of(now))];
      return key;
    };
  });
  const key = useValue(lines, keyOf);
  return useMemo(() => JSON.parse(key) as readonly Item[], [key]);
}
