import { createValueStore, type ValueStore } from "../kit/valueStore";
import type { PictureTold } from "./pictureWork";

/** What is heard, a few times a second, for those parts of a picture that show it. */
export type HeardStore = ValueStore<PictureTold | null>;

export function createHeardStore(): HeardStore {
  return createValueStore<PictureTold | null>(null);
}
