import { z } from "zod";
import { cleanCall, isHintable } from "../../core/callsign";
import { faultsOf } from "../../core/contact";
import type { CallHint } from "../../core/contract";
import type { Context } from "../context";
import { done, invalid, type Result } from "../problem";
import { findLogbook } from "./logbooks";

export const callHintQuerySchema = z.strictObject({
  /** The beginning or a part of a call; "?" for a letter that was not heard. */
  like: z.string().max(20),
});

const MOST = 8;

/** Calls of the log that fit what is typed so far, best first. */
export async function callHints(
  context: Context,
  logbookId: number,
  query: unknown,
): Promise<Result<{ readonly items: readonly CallHint[] }>> {
  const parsed = callHintQuerySchema.safeParse(query);
  if (!parsed.success) return invalid(faultsOf(parsed.error));
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const like = parsed.data.like
    .split("?")
    .map((part) => cleanCall(part))
    .join("?");
  if (!isHintable(like)) return done({ items: [] });
  return done({ items: await context.finder.hints({ logbookId, like, most: MOST }) });
}
