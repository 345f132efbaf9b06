import { closeSync, fstatSync, openSync, readSync } from "node:fs";
import { type AdifRecord, type AdifReader, adifReader } from "../../core/adif";

/** An ADIF file of the disk, whose records are read as they are asked for: a file of any size takes little memory. */
export interface AdifFile extends Pick<AdifReader, "header" | "problem"> {
  readonly records: Generator<AdifRecord, void>;
  readonly bytesRead: number;
  readonly size: number;
}

/** Small pieces, so that what was read has been used, and can be forgotten, before the next is there. */
const READ_BYTES = 64 * 1024;

/** For a thread that may wait for the disk. The file is closed when the records end, or are told to `return`. */
export function openAdifFile(path: string): AdifFile {
  const reader = adifReader();
  const handle = openSync(path, "r");
  const piece = Buffer.allocUnsafe(READ_BYTES);
  let bytesRead = 0;

  function* records(): Generator<AdifRecord, void> {
    try {
      for (let got = readSync(handle, piece); got > 0; got = readSync(handle, piece)) {
        bytesRead += got;
        yield* reader.push(piece.toString("latin1", 0, got));
      }
      yield* reader.finish();
    } finally {
      closeSync(handle);
    }
  }

  return {
    records: records(),
    size: fstatSync(handle).size,
    get bytesRead() {
      return bytesRead;
    },
    get header() {
      return reader.header;
    },
    get problem() {
      return reader.problem;
    },
  };
}
