import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { followAward } from "../src/server/award/followed";
import { keepAward } from "../src/server/award/keepAward";
import type { Context } from "../src/server/context";

const FOLDER = join(import.meta.dirname, "awards");
/** What the demo's operator follows besides the entities. */
const FOLLOWED = ["cqZones", "squares", "lightsOfTheCoast"];

/** The awards of the lighthouse, and one of the operator's own, before anything is logged: they count as it comes. */
export function seedAwards(context: Context, logbookId: number): void {
  for (const file of readdirSync(FOLDER).sort()) {
    const kept = keepAward(context, logbookId, JSON.parse(readFileSync(join(FOLDER, file), "utf8")));
    if (!kept.ok) throw new Error(`${file}: ${JSON.stringify(kept.problem)}`);
  }
  for (const award of FOLLOWED) {
    const followed = followAward(context, logbookId, award, true);
    if (!followed.ok) throw new Error(followed.problem.detail);
  }
}
