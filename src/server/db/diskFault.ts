/** What is wrong with the disk, and the mend, where an error says that something could not be written; or null. */
export function diskFault(error: unknown): string | null {
  const code = typeof error === "object" && error !== null && "code" in error ? String(error.code) : "";
  if (code === "SQLITE_FULL" || code === "ENOSPC" || code === "EDQUOT") return "the disk is full: make room";
  if (code.startsWith("SQLITE_IOERR") || code === "EIO") return "the disk cannot be written: check it";
  if (code.startsWith("SQLITE_READONLY") || code === "EROFS" || code === "EACCES")
    return "the data folder cannot be written: see that it is yours, and not read-only";
  return null;
}
