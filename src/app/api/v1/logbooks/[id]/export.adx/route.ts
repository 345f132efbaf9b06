import { exportFile } from "@/server/logbook/exportAdif";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => {
  const file = exportFile(context, id("id"), "adx");
  return file.ok ? file.value : answer(file);
});
