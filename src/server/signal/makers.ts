import { MOST_READ, type PictureLook, wantedHzOf } from "../../core/contract";
import { blockOf, createLevels, createReaders } from "../../core/signal";
import type { SampleBlock, Watched } from "./pictures";

/** Makes blocks of what a receiver hears. @param at the end of the samples, seconds since 1970 UTC */
export type Maker = (samples: Float32Array, at: number) => Uint8Array[];
/** What the samples are of: as long as it is the same, a maker goes on. */
type Heard = Pick<SampleBlock, "rate" | "centreHz">;

export function makerOf(look: Watched["look"], heard: Heard): Maker {
  return look === "text" ? textMaker(heard) : rowMaker(look, heard);
}

function rowMaker({ detail, window, rows }: PictureLook, { rate, centreHz }: Heard): Maker {
  const maker = createLevels({ rate, isIq: true, wantedHz: wantedHzOf(detail), window, perSecond: rows });
  const { placeHz, lowestHz } = maker;
  return (samples, at) =>
    maker
      .take(samples)
      .map(({ levels, noise, looks }) => blockOf({ at, lowHz: centreHz + lowestHz, placeHz, noise, looks }, levels));
}

/** What is read is told no more often than so, seconds. */
const TELL_S = 0.4;

function textMaker({ rate, centreHz }: Heard): Maker {
  const readers = createReaders({ rate, isIq: true, most: MOST_READ });
  let [told, toldAt] = ["", 0];
  return (samples, at) => {
    readers.take(samples, at);
    if (at - toldAt < TELL_S) return [];
    toldAt = at;
    const lines = readers.lines().map((line) => ({ ...line, hertz: centreHz + line.hertz }));
    const now = JSON.stringify(lines);
    if (now === told) return [];
    told = now;
    return [blockOf({ lines })];
  };
}
