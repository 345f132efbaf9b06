import * as links from "@/core/contract/endpoints/links";
import { missing, problemResponse } from "@/server/problem";
import { bind } from "@/server/route";
import { rowsAsTheyCome } from "@/server/signal/rowsAsTheyCome";

export const GET = bind(links.picture, ({ runtime, params, query, request }) => {
  const isReceiver = runtime.links.list().some(({ id, role }) => id === params.linkId && role === "receiver");
  if (!isReceiver) return problemResponse(missing(`receiver ${params.linkId}`).problem);
  const watch = (give: (row: Uint8Array) => void) =>
    runtime.pictures.watch({ source: params.linkId, look: query }, give);
  return rowsAsTheyCome(watch, [request.signal, runtime.ending]);
});
