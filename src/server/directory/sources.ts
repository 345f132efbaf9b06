import type { DirectorySource } from "./source";
import { almanac } from "./sources/almanac";
import { skerry } from "./sources/skerry";

/** Every directory, in the order in which they are asked where nobody chose another. */
export const DIRECTORY_SOURCES: readonly DirectorySource[] = [almanac, skerry];

export function sourceById(id: string): DirectorySource | undefined {
  return DIRECTORY_SOURCES.find((source) => source.id === id);
}
