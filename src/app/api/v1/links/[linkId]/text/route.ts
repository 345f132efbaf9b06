import * as links from "@/core/contract/endpoints/links";
import { bind } from "@/server/route";
import { receiverStream } from "@/server/signal/receiverStream";

export const GET = bind(links.text, ({ runtime, params, request }) =>
  receiverStream(runtime, { source: params.linkId, look: "text" }, request.signal, links.text.answer),
);
