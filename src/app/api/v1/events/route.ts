import * as station from "@/core/contract/endpoints/station";
import { hears, type LiveEvent, logbookOf } from "@/core/contract";
import { may } from "@/server/actor";
import { missing, problemResponse } from "@/server/problem";
import { bind } from "@/server/route";

const BEAT_MS = 20_000;

/**
 * What changes, of what one may read, from the moment one begins to listen; whether something did since an earlier one
 * comes first. Who is signed out hears no more.
 */
export const GET = bind(station.events, ({ context, runtime, request, query }) => {
  if (query.logbook !== undefined && !may(context.actor, "read", query.logbook))
    return problemResponse(missing(`logbook ${query.logbook}`).problem);
  let { actor } = context;
  // A browser that comes back over a connection still open must not keep the process from ending.
  if (runtime.ending.aborted) return new Response(null, { status: 503, headers: { connection: "close" } });
  const concern = { logbookId: query.logbook, entryId: query.entry, position: query.position };
  const encoder = new TextEncoder();
  let stop = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const write = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          stop();
        }
      };
      const tell = (event: LiveEvent) => write(`data: ${JSON.stringify(event)}\n\n`);
      write("retry: 1000\n\n");
      if (query.after !== undefined && query.after !== runtime.hub.mark()) tell({ type: "missed" });
      const beat = setInterval(() => write(": here\n\n"), BEAT_MS);
      const unlisten = runtime.hub.listen((event) => {
        const of = logbookOf(event);
        if (hears(concern, event) && (of === null || may(actor, "read", of))) tell(event);
        if (event.type === "people") lookAgain().catch(end);
      });
      const lookAgain = async () => {
        const now = await runtime.entrance.actorOf(request.headers);
        if (now === null) end();
        else actor = now;
      };
      const end = () => {
        stop();
        try {
          controller.close();
        } catch {
          // The other side closed it first.
        }
      };
      request.signal.addEventListener("abort", end);
      runtime.ending.addEventListener("abort", end);
      stop = () => {
        clearInterval(beat);
        unlisten();
        runtime.ending.removeEventListener("abort", end);
      };
    },
    cancel: () => stop(),
  });
  return new Response(body, {
    headers: {
      "content-type": "text/event-stream",
      "cache-control": "no-cache, no-transform",
      "x-accel-buffering": "no",
    },
  });
});
