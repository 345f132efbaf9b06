import { refusedRecords } from "@/server/logbook/refusedRecords";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => {
  const refused = refusedRecords(context, id("jobId"));
  if (!refused.ok) return answer(refused);
  return new Response(refused.value, {
    headers: {
      "content-type": "application/octet-stream",
      "content-disposition": `attachment; filename="refused-${id("jobId")}.adi"`,
    },
  });
});
