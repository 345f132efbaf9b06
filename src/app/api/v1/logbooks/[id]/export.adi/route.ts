import { exportAdif } from "@/server/logbook/exportAdif";
import { findLogbook } from "@/server/logbook/logbooks";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => {
  const logbook = findLogbook(context, id("id"));
  if (!logbook.ok) return answer(logbook);
  const pieces = exportAdif(context, logbook.value.id);
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    pull(controller) {
      const piece = pieces.next();
      if (piece.done === true) controller.close();
      else controller.enqueue(encoder.encode(piece.value));
    },
  });
  const day = new Date(context.now() * 1000).toISOString().slice(0, 10);
  const name = `${logbook.value.name.replace(/[^A-Za-z0-9-]+/g, "-")}-${day}.adi`;
  return new Response(body, {
    headers: { "content-type": "text/plain; charset=utf-8", "content-disposition": `attachment; filename="${name}"` },
  });
});
