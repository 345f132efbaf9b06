import { MOST_READ, type PictureLook, wantedHzOf } from "../../core/contract";
import { blockOf, createLevels, createReaders, type ReadPlace } from "../../core/signal";
import type { SampleBlock, Watched } from "./pictures";

/** Makes blocks of what a receiver hears, as samples come. */
export type Maker = (samples: Float32Array, of: Pick<SampleBlock, "at" | "centreHz">) => Uint8Array[];

/**
 * @param rate pairs a second
 * @param placesNow what is read whatever is heard there, the same list as long as it is the same ones
 */
export function makerOf(
  look: Watched["look"],
  rate: number,
  placesNow: () => readonly ReadPlace[] = () => NO_PLACES,
): Maker {
  return look === "text" ? textMaker(rate, placesNow) : rowMaker(look, rate);
}
const NO_PLACES: readonly ReadPlace[] = [];

function rowMaker({ detail, window, rows }: PictureLook, rate: number): Maker {
  const maker = createLevels({ rate, isIq: true, wantedHz: wantedHzOf(detail), window, perSecond: rows });
  const { placeHz, lowestHz } = maker;
  return (samples, { at, centreHz }) =>
    maker
      .take(samples)
      .map(({ levels, noise, looks }) => blockOf({ at, lowHz: centreHz + lowestHz, placeHz, noise, looks }, levels));
}

/** What is read is told no more often than so, seconds. */
const TELL_S = 0.4;

function textMaker(rate: number, placesNow: () => readonly ReadPlace[]): Maker {
  const begin = () => createReaders({ rate, isIq: true, most: MOST_READ });
  let readers = begin();
  let [told, toldAt, before] = ["", 0, 0];
  let put = NO_PLACES;
  return (samples, { at, centreHz }) => {
    // What was read stood elsewhere in what comes now.
    const isElsewhere = centreHz !== before;
    if (isElsewhere) readers = begin();
    before = centreHz;
    readers.take(samples, at);
    const places = placesNow();
    if (isElsewhere || places !== put) readers.put(places.map((one) => ({ ...one, hertz: one.hertz - centreHz })));
    put = places;
    if (at - toldAt < TELL_S) return [];
    toldAt = at;
    const lines = readers.lines().map((line) => ({ ...line, hertz: centreHz + line.hertz }));
    const now = JSON.stringify(lines);
    if (now === told) return [];
    told = now;
    return [blockOf({ lines })];
  };
}
