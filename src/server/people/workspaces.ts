import type { z } from "zod";
import { arrangementSchema, type Workspace, type workspaceInputSchema } from "../../core/contract";
import type { Actor } from "../actor";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { done, failed, missing, type Result } from "../problem";

type People = Pick<Context, "store" | "actor">;

/** Workspaces are everybody's own: whoever sits at the computer has his, too. */
function ownedBy({ q }: Store, { personId }: Actor) {
  return q
    .selectFrom("workspace")
    .select(["id", "name", "body"])
    .where("personId", personId === null ? "is" : "=", personId);
}

/** The workspaces of who acts, in the order of their names. */
export function listWorkspaces({ store, actor }: People): Workspace[] {
  return store.all(ownedBy(store, actor).orderBy("name")).map(readWorkspace);
}

/** What cannot be read any more stays, and says so. */
function readWorkspace({ id, name, body }: { id: number; name: string; body: string }): Workspace {
  const { data, error } = arrangementSchema.safeParse(asJson(body));
  if (data !== undefined) return { id, name, arrangement: data, fault: null };
  return { id, name, arrangement: null, fault: error.issues[0]?.message ?? "it cannot be read" };
}

function asJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** How many one keeps at most. */
const MOST = 50;

/** Keeps a workspace under a name, or, with an id, in the place of one of those of who acts. */
export function keepWorkspace(
  { store, actor }: People,
  id: number | null,
  { name, arrangement }: z.output<typeof workspaceInputSchema>,
): Result<Workspace> {
  const own = listWorkspaces({ store, actor });
  if (id !== null && !own.some((one) => one.id === id)) return missing(`workspace ${id}`);
  if (own.some((one) => one.name === name && one.id !== id))
    return failed(409, "Name taken", `you have a workspace of the name "${name}": choose another name`, [
      { field: "name", text: "this name is taken" },
    ]);
  if (id === null && own.length >= MOST)
    return failed(409, "Too many", `${MOST} workspaces are kept: remove one that you do not need`);
  const values = { personId: actor.personId, name, body: JSON.stringify(arrangement) };
  if (id === null) {
    const { lastId } = store.run(store.q.insertInto("workspace").values(values));
    return done({ id: lastId, name, arrangement, fault: null });
  }
  store.run(store.q.updateTable("workspace").set(values).where("id", "=", id));
  return done({ id, name, arrangement, fault: null });
}

/** Removes a workspace of who acts. */
export function removeWorkspace({ store, actor }: People, id: number): Result<{ readonly removed: number }> {
  if (!listWorkspaces({ store, actor }).some((one) => one.id === id)) return missing(`workspace ${id}`);
  store.run(store.q.deleteFrom("workspace").where("id", "=", id));
  return done({ removed: id });
}
