import { z } from "zod";
import { kept } from "../kit/kept";

/** Something that the operator has put at a frequency, to come back to it. */
export interface PutMark {
  readonly hertz: number;
  readonly text: string;
  /** Milliseconds since 1970. */
  readonly at: number;
}

/** What is put where no call is typed. */
export const HERE = "here";

const MOST = 60;
/** What was put is forgotten after so long, milliseconds. */
export const LASTS_MS = 3 * 3_600_000;
/** A text is put once within this, Hz. */
const SAME_HZ = 200;

const marksSchema = z.array(z.object({ hertz: z.number(), text: z.string().max(30), at: z.number() })).max(MOST);

/** What was put on the bands, the newest first. */
export const putMarks = kept<readonly PutMark[]>(
  "put-marks",
  [],
  () => localStorage,
  (data) => marksSchema.safeParse(data).data ?? null,
);

/** Puts a text at a frequency, in place of what stands there. */
export function put(marks: readonly PutMark[], hertz: number, text: string, now: number): PutMark[] {
  const others = marks.filter((mark) => Math.abs(mark.hertz - hertz) > SAME_HZ && now - mark.at < LASTS_MS);
  return [{ hertz, text, at: now }, ...others].slice(0, MOST);
}

/** Takes off what was put nearest to a frequency; null where there is nothing near. */
export function taken(marks: readonly PutMark[], hertz: number): PutMark[] | null {
  const left = marks.filter((mark) => Math.abs(mark.hertz - hertz) > SAME_HZ);
  return left.length === marks.length ? null : left;
}
