import { z } from "zod";
import { secondsOf } from "@/core/contact";
import { readCall } from "@/server/logbook/reading";
import { invalid } from "@/server/problem";
import { answer, route } from "@/server/route";

const atSchema = z.iso.datetime({ offset: true }).or(z.iso.date()).optional();

export const GET = route(({ context, path, query }) => {
  const at = atSchema.safeParse(query.at);
  if (!at.success) return answer(invalid([{ field: "at", text: "a time is written like 2026-11-23T21:40:07Z" }]));
  return answer(readCall(context, path.call ?? "", at.data === undefined ? context.now() : secondsOf(at.data)));
});
