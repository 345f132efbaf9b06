import { cleanCall, isHintable } from "../../core/callsign";
import type { CallHint } from "../../core/contract";
import type { Context } from "../context";
import { done, type Result } from "../problem";

const MOST = 8;

/** Calls of the log that fit what is typed so far, best first; "?" stands for a letter that was not heard. */
export async function callHints(
  context: Context,
  logbookId: number,
  typed: string,
): Promise<Result<readonly CallHint[]>> {
  const like = typed
    .split("?")
    .map((part) => cleanCall(part))
    .join("?");
  if (!isHintable(like)) return done([]);
  return done(await context.finder.hints({ logbookId, like, most: MOST }));
}
