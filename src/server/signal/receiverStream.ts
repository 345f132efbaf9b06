import type { Stream } from "../../core/contract";
import { missing, problemResponse } from "../problem";
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
  const isReceiver = links.list().some(({ id, role }) => id === watched.source && role === "receiver");
  if (!isReceiver) return problemResponse(missing(`receiver ${watched.source}`).problem);
  return rowsAsTheyCome((give) => pictures.watch(watched, give), [leaving, ending], media);
}
