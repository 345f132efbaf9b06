import type { z } from "zod";
import { isoTime } from "../../core/contact";
import type { Person, personPatchSchema, SignedIn } from "../../core/contract";
import type { Actor } from "../actor";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { isLogbook } from "../logbook/liveLogbooks";
import { done, failed, invalid, missing, type Result } from "../problem";

/** The people of the station, in the order of their names. */
export function listPeople({ store, actor }: Pick<Context, "store" | "actor">): Person[] {
  const rows = store.all(
    store.q
      .selectFrom("person")
      .select(["id", "name", "username", "call", "role"])
      .where("goneAt", "is", null)
      .orderBy("name"),
  );
  return rows.map(({ username, ...row }) => ({
    ...row,
    signInName: username ?? "",
    inLogbooks: rolesIn(store, row.id),
    signedIn: listSessions({ store, actor }, row.id),
  }));
}

/** What a person is in single logbooks. */
function rolesIn(store: Store, personId: number): Person["inLogbooks"] {
  const roles = store.q.selectFrom("personRole").select(["logbookId", "role"]).where("personId", "=", personId);
  return store.all(roles.orderBy("logbookId"));
}

/** A person as who acts; null for one who was removed. */
export function personActor(store: Store, personId: number, sessionId: number | null): Actor | null {
  const row = store.first(
    store.q
      .selectFrom("person")
      .select(["name", "call", "role"])
      .where("id", "=", personId)
      .where("goneAt", "is", null),
  );
  return row === undefined ? null : { ...row, personId, sessionId, inLogbooks: rolesIn(store, personId) };
}

/** Where a person is signed in, the newest first. */
export function listSessions({ store, actor }: Pick<Context, "store" | "actor">, personId: number | null): SignedIn[] {
  const rows = store.all(
    store.q
      .selectFrom("session")
      .select(["id", "createdAt", "expiresAt", "ipAddress", "userAgent"])
      .where("userId", "=", personId ?? 0)
      .where("expiresAt", ">", new Date().toISOString())
      .orderBy("id", "desc"),
  );
  return rows.map(({ id, createdAt, expiresAt, ipAddress, userAgent }) => ({
    id,
    since: isoTime(Date.parse(createdAt) / 1000),
    until: isoTime(Date.parse(expiresAt) / 1000),
    address: ipAddress || null,
    browser: userAgent || null,
    isThis: id === actor.sessionId,
  }));
}

/** Changes what a person is called or is. The station keeps an owner. */
export function changePerson(
  context: Context,
  personId: number,
  { inLogbooks, ...columns }: z.output<typeof personPatchSchema>,
): Result<Person> {
  const { store } = context;
  const person = listPeople(context).find(({ id }) => id === personId);
  if (person === undefined) return missing(`person ${personId}`);
  if (columns.role !== undefined && columns.role !== "owner" && isLastOwner(person, listPeople(context)))
    return invalid([{ field: "role", text: LAST_OWNER }]);
  const unknown = inLogbooks?.find(({ logbookId }) => !isLogbook(store, logbookId));
  if (unknown !== undefined)
    return invalid([{ field: "inLogbooks", text: `there is no logbook ${unknown.logbookId}: choose another one` }]);
  store.transaction(() => {
    if (Object.keys(columns).length > 0)
      store.run(store.q.updateTable("person").set(columns).where("id", "=", personId));
    if (inLogbooks === undefined) return;
    store.run(store.q.deleteFrom("personRole").where("personId", "=", personId));
    const last = new Map(inLogbooks.map((one) => [one.logbookId, { personId, ...one }]));
    if (last.size > 0) store.run(store.q.insertInto("personRole").values([...last.values()]));
  });
  store.afterCommit(() => context.announce({ type: "people" }));
  return done(listPeople(context).find(({ id }) => id === personId)!);
}

/** Removes a person: he is signed out, and cannot sign in again. What he logged keeps his name. */
export function removePerson(context: Context, personId: number): Result<Record<string, never>> {
  const { store } = context;
  const people = listPeople(context);
  const person = people.find(({ id }) => id === personId);
  if (person === undefined) return missing(`person ${personId}`);
  if (isLastOwner(person, people)) return failed(409, "Not removed", LAST_OWNER);
  const gone = `gone-${personId}@station.invalid`;
  store.transaction(() => {
    for (const table of ["session", "login"] as const)
      store.run(store.q.deleteFrom(table).where("userId", "=", personId));
    for (const table of ["personRole", "invitation", "workspace"] as const)
      store.run(store.q.deleteFrom(table).where("personId", "=", personId));
    const set = { goneAt: context.now(), role: null, username: null, email: gone };
    store.run(store.q.updateTable("person").set(set).where("id", "=", personId));
  });
  store.afterCommit(() => context.announce({ type: "people" }));
  return done({});
}

/** Signs a person out somewhere. */
export function endSession(
  context: Context,
  personId: number | null,
  sessionId: number,
): Result<Record<string, never>> {
  const { store } = context;
  const { changes } = store.run(
    store.q
      .deleteFrom("session")
      .where("id", "=", sessionId)
      .where("userId", "=", personId ?? 0),
  );
  if (changes === 0) return missing(`sign-in ${sessionId}`);
  store.afterCommit(() => context.announce({ type: "people" }));
  return done({});
}

/** Whether anybody owns the station. */
export function hasOwner(store: Store): boolean {
  const owners = store.q.selectFrom("person").select("id").where("role", "=", "owner").where("goneAt", "is", null);
  return store.first(owners.limit(1)) !== undefined;
}

const LAST_OWNER = "nobody else owns the station: make somebody else an owner first";

function isLastOwner({ id, role }: Person, people: readonly Person[]): boolean {
  return role === "owner" && !people.some((other) => other.id !== id && other.role === "owner");
}
