import { Worker } from "node:worker_threads";
import type { PictureLook } from "../../core/contract";
import { placesWith, type ReadPlace, TOO_MANY_BY_HAND } from "../../core/signal";
import { done, failed, type Result } from "../problem";

/** What a receiver gave: pairs of I and Q, sixteen bits each. */
export interface SampleBlock {
  /** The link that it came over. */
  readonly source: number;
  /** The end of it, seconds since 1970 UTC. */
  readonly at: number;
  readonly centreHz: number;
  /** Pairs a second. */
  readonly rate: number;
  /** I stands in the place of Q. */
  readonly isSwapped: boolean;
  readonly bytes: Uint8Array;
}

/** What is wanted of a receiver: the picture of its band, made in some way, or what is read there. */
export interface Watched {
  readonly source: number;
  readonly look: PictureLook | "text";
}

/** What the thread is told, and what it says. */
export type PictureOrder =
  | { readonly do: "watch"; readonly key: string; readonly watched: Watched }
  | { readonly do: "leave"; readonly key: string }
  | { readonly do: "put"; readonly source: number; readonly places: readonly ReadPlace[] }
  | { readonly do: "samples"; readonly block: SampleBlock };
export type PictureSaid =
  | { readonly is: "made"; readonly key: string; readonly block: Uint8Array }
  | { readonly is: "taken"; readonly source: number };

/** The pictures of what receivers hear, and what is read of it: made in a thread, as long as somebody looks. */
export interface Pictures {
  /** A receiver heard something; where nobody looks it is passed over. */
  received(block: SampleBlock): void;
  /**
   * Gives each row as it is made, as a block with its `PictureRow`, or what is read, whenever it is more, as a line of
   * JSON; gives how to look no more.
   */
  watch(watched: Watched, give: (block: Uint8Array) => void): () => void;
  /** Reads a place of a source whatever is heard there, or no more: all such places. */
  readHere(source: number, place: ReadPlace, on: boolean): Result<readonly ReadPlace[]>;
  close(): void;
}

/** So many blocks of a source wait at most; a thread that is slower loses some, and never falls behind. */
const MOST_WAITING = 8;

export function createPictures(fault: (error: unknown) => void): Pictures {
  let worker: Worker | null = null;
  const watchers = new Map<string, { readonly watched: Watched; readonly gives: Set<(block: Uint8Array) => void> }>();
  const waiting = new Map<number, number>();
  const places = new Map<number, readonly ReadPlace[]>();

  const tell = (order: PictureOrder) => worker?.postMessage(order);

  function begin(): void {
    const thread = new Worker(new URL("./pictureThread.ts", import.meta.url));
    worker = thread;
    thread.unref();
    thread.on("message", (said: PictureSaid) => {
      if (said.is === "taken") waiting.set(said.source, Math.max(0, (waiting.get(said.source) ?? 0) - 1));
      else for (const give of watchers.get(said.key)?.gives ?? []) give(said.block);
    });
    thread.on("error", (error) => {
      fault(error);
      if (worker !== thread) return;
      end();
      // Who looks goes on looking.
      for (const [key, { watched }] of watchers) watch(key, watched);
    });
    for (const [source, put] of places) tell({ do: "put", source, places: put });
  }

  function watch(key: string, watched: Watched): void {
    if (worker === null) begin();
    tell({ do: "watch", key, watched });
  }

  function end(): void {
    void worker?.terminate();
    worker = null;
    waiting.clear();
  }

  return {
    received(block) {
      const behind = waiting.get(block.source) ?? 0;
      if (behind >= MOST_WAITING || ![...watchers.values()].some(({ watched }) => watched.source === block.source))
        return;
      waiting.set(block.source, behind + 1);
      tell({ do: "samples", block });
    },
    watch(watched, give) {
      const { source, look } = watched;
      const key = `${source} ${look === "text" ? look : `${look.detail} ${look.window} ${look.rows}`}`;
      const known = watchers.get(key);
      if (known === undefined) {
        watchers.set(key, { watched, gives: new Set([give]) });
        watch(key, watched);
      } else known.gives.add(give);
      return () => {
        const gives = watchers.get(key)?.gives;
        if (gives?.delete(give) !== true || gives.size > 0) return;
        watchers.delete(key);
        tell({ do: "leave", key });
        if (watchers.size === 0) end();
      };
    },
    readHere(source, place, on) {
      const put = placesWith(places.get(source) ?? [], place, on);
      if (put === null) return failed(409, "Too many", TOO_MANY_BY_HAND);
      places.set(source, put);
      tell({ do: "put", source, places: put });
      return done(put);
    },
    close() {
      watchers.clear();
      end();
    },
  };
}
