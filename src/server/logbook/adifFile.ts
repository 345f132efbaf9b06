import { closeSync, fstatSync, openSync, readSync } from "node:fs";
import { type AdifRecord, type AdifReader, adifReader } from "../../core/adif";
import { contestLogReader, ediFileReader, isCabrillo, type Rules } from "../../core/contest";
import { isEdi } from "../../core/edi";

/** A log file of the disk, ADIF or a contest log, whose records are read as they are asked for: a file of any size takes little memory. */
export interface AdifFile extends Pick<AdifReader, "header" | "problem"> {
  readonly records: Generator<AdifRecord, void>;
  readonly bytesRead: number;
  readonly size: number;
  /** Contest logs have times to the minute, and several contacts in one. */
  readonly isContestLog: boolean;
}

/** Small pieces, so that what was read has been used, and can be forgotten, before the next is there. */
const READ_BYTES = 64 * 1024;
/** Enough to tell what kind of file it is. */
const SNIFFED = 100;

/**
 * For a thread that may wait for the disk. The file is closed when the records end, or are told to `return`.
 *
 * @param rulesOf the rules of a contest by its name or tag in a contest log
 */
export function openAdifFile(path: string, rulesOf: (tag: string) => Rules | undefined = () => undefined): AdifFile {
  const handle = openSync(path, "r");
  const piece = Buffer.allocUnsafe(READ_BYTES);
  const beginning = piece.toString("latin1", 0, readSync(handle, piece, 0, SNIFFED, 0));
  const isOfLines = isCabrillo(beginning);
  const isContestLog = isOfLines || isEdi(beginning);
  const reader = isOfLines ? contestLogReader(rulesOf) : isContestLog ? ediFileReader(rulesOf) : adifReader();
  let bytesRead = 0;

  const readAt = (position: number) => readSync(handle, piece, 0, READ_BYTES, position);

  function* records(): Generator<AdifRecord, void> {
    try {
      for (let got = readAt(0); got > 0; got = readAt(bytesRead)) {
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
    isContestLog,
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
