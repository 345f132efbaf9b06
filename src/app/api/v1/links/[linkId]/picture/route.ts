import * as links from "@/core/contract/endpoints/links";
import { bind } from "@/server/route";
import { receiverStream } from "@/server/signal/receiverStream";

export const GET = bind(links.picture, ({ runtime, params, query, request }) =>
  receiverStream(runtime, { source: params.linkId, look: query }, request.signal, links.picture.answer),
);
