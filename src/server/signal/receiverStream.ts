import type { ReadHere, Stream } from "../../core/contract";
import type { ReadPlace } from "../../core/signal";
import { missing, problemResponse, type Result } from "../problem";
import type { Runtime } from "../runtime";
import type { Watched } from "./pictures";
import { rowsAsTheyCome } from "./rowsAsTheyCome";

/** What is wanted of a receiver, without end. @param leaving ends it */
export function receiverStream(
  { links, pictures, ending }: Runtime,
  watched: Watched,
  leaving: AbortSignal,
  { media }: Stream,
): Response {
  if (!isReceiver(links, watched.source)) return problemResponse(missing(`receiver ${watched.source}`).problem);
  return rowsAsTheyCome((give) => pictures.watch(watched, give), [leaving, ending], media);
}

/** Reads a place that a receiver hears whatever is found there, or no more: all such places. */
export function readHere(
  { links, pictures }: Runtime,
  source: number,
  { on, ...place }: ReadHere,
): Result<readonly ReadPlace[]> {
  if (!isReceiver(links, source)) return missing(`receiver ${source}`);
  return pictures.readHere(source, place, on);
}

function isReceiver(links: Runtime["links"], source: number): boolean {
  return links.list().some(({ id, role }) => id === source && role === "receiver");
}
