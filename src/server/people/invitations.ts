import { createHash, randomBytes } from "node:crypto";
import type { z } from "zod";
import { isoTime } from "../../core/contact";
import type { acceptanceSchema, Invitation, Invited, invitationInputSchema, MadeInvitation } from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { isLogbook } from "../logbook/liveLogbooks";
import { done, failed, invalid, missing, type Result } from "../problem";
import { listPeople } from "./people";
import type { SignedInAs, SignIn } from "./signIn";

/** A link for a new password holds as long, hours: it is asked for when it is wanted. */
const RENEWAL_HOURS = 24;
const HOUR = 3600;

/** The invitations that nobody has taken up, and that still hold, the newest first. */
export function listInvitations({ store, now }: Pick<Context, "store" | "now">): Invitation[] {
  return store.all(openInvitations(store, now()).selectAll().orderBy("id", "desc")).map(invitationOf);
}

/** Invites somebody. */
export function invite(
  context: Context,
  { forWhom, role, logbookId, hours }: z.output<typeof invitationInputSchema>,
): Result<MadeInvitation> {
  if (logbookId !== null && !isLogbook(context.store, logbookId))
    return invalid([{ field: "logbookId", text: `there is no logbook ${logbookId}: choose another one` }]);
  if (logbookId !== null && role === "owner")
    return invalid([{ field: "role", text: "one logbook has a manager at most: an owner owns the station" }]);
  return done(insertInvitation(context, { forWhom, role, logbookId, personId: null }, hours));
}

/** Invites a person to choose a new password, for one who has lost it. */
export function renewPassword(context: Context, personId: number): Result<MadeInvitation> {
  const person = listPeople(context).find(({ id }) => id === personId);
  if (person === undefined) return missing(`person ${personId}`);
  const { store } = context;
  // The newest one holds.
  store.run(store.q.deleteFrom("invitation").where("personId", "=", personId).where("takenAt", "is", null));
  const asked = { forWhom: person.name, role: null, logbookId: null, personId };
  return done(insertInvitation(context, asked, RENEWAL_HOURS));
}

export function withdrawInvitation(context: Context, invitationId: number): Result<Record<string, never>> {
  const { store } = context;
  const { changes } = store.run(
    store.q.deleteFrom("invitation").where("id", "=", invitationId).where("takenAt", "is", null),
  );
  if (changes === 0) return missing(`invitation ${invitationId}`);
  store.afterCommit(() => context.announce({ type: "people" }));
  return done({});
}

/** What an invitation says to who has its token. */
export function lookAtInvitation(context: Context, token: string): Result<Invited> {
  const found = findInvitation(context, token);
  if (!found.ok) return found;
  const { store } = context;
  const { forWhom, madeBy, role, logbookId, personId } = found.value;
  const named = store.q
    .selectFrom("logbook")
    .select("name")
    .where("id", "=", logbookId ?? 0);
  const signsIn = store.q
    .selectFrom("person")
    .select("username")
    .where("id", "=", personId ?? 0);
  return done({
    ...{ forWhom, madeBy, role },
    logbook: store.first(named)?.name ?? null,
    signInName: store.first(signsIn)?.username ?? null,
  });
}

/** Takes an invitation up, once, and signs in. What is taken and then fails can be taken up again. */
export async function acceptInvitation(
  context: Context,
  signIn: SignIn,
  { token, password, person }: z.output<typeof acceptanceSchema>,
  headers: Headers,
): Promise<Result<SignedInAs>> {
  const { store } = context;
  const take = (takenAt: number | null) => (id: number) =>
    store.run(
      store.q
        .updateTable("invitation")
        .set({ takenAt })
        .where("id", "=", id)
        .where("takenAt", takenAt === null ? "is not" : "is", null),
    ).changes === 1;
  const found = findInvitation(context, token);
  if (!found.ok) return found;
  const { id, personId, role, logbookId } = found.value;
  if (personId === null && person === null)
    return invalid([{ field: "person", text: "say who you are, and by what name you want to sign in" }]);
  if (!(await context.write(() => take(context.now())(id)))) return gone();
  const joined = await join().catch(async (error: unknown) => {
    await context.write(() => take(null)(id));
    throw error;
  });
  if (!joined.ok) await context.write(() => take(null)(id));
  else context.announce({ type: "people" });
  return joined;

  async function join(): Promise<Result<SignedInAs>> {
    if (personId !== null) {
      const { username } = store.first(store.q.selectFrom("person").select("username").where("id", "=", personId))!;
      await signIn.renew(personId, password);
      return signIn.enter(username!, password, headers);
    }
    const enrolled = await signIn.enrol(person!, password, headers);
    if (!enrolled.ok) return enrolled;
    const { personId: made } = enrolled.value;
    await context.write(() => {
      const set = { call: person!.call, ...(logbookId === null ? { role } : {}) };
      store.run(store.q.updateTable("person").set(set).where("id", "=", made));
      if (logbookId !== null)
        store.run(store.q.insertInto("personRole").values({ personId: made, logbookId, role: role! }));
    });
    signIn.forget();
    return enrolled;
  }
}

/** An invitation to own the station, for who starts it for others the first time: its token. It is of nobody, for nobody. */
export function inviteOwner(context: Context): string {
  const { store, actor } = context;
  // The one of the start before holds no more.
  store.run(store.q.deleteFrom("invitation").where("forWhom", "=", "").where("takenAt", "is", null));
  const asked = { forWhom: "", role: "owner", logbookId: null, personId: null } as const;
  const nobody = { ...context, actor: { ...actor, name: "" } };
  return insertInvitation(nobody, asked, RENEWAL_HOURS).token;
}

type Asked = Pick<Invitation, "forWhom" | "role" | "logbookId" | "personId">;

function insertInvitation(context: Context, asked: Asked, hours: number): MadeInvitation {
  const { store, actor } = context;
  const token = randomBytes(24).toString("base64url");
  const at = context.now();
  const { lastId } = store.run(
    store.q.insertInto("invitation").values({
      ...asked,
      tokenHash: hashOf(token),
      madeBy: actor.name,
      madeAt: at,
      expiresAt: at + hours * HOUR,
      takenAt: null,
    }),
  );
  store.afterCommit(() => context.announce({ type: "people" }));
  const row = store.first(store.q.selectFrom("invitation").selectAll().where("id", "=", lastId))!;
  return { invitation: invitationOf(row), token };
}

function findInvitation({ store, now }: Pick<Context, "store" | "now">, token: string) {
  const row = store.first(openInvitations(store, now()).selectAll().where("tokenHash", "=", hashOf(token)));
  return row === undefined ? gone() : done(row);
}

function gone() {
  return failed(
    410,
    "No invitation",
    "This invitation was taken up or withdrawn, is too old, or was not copied whole: ask for another one.",
  );
}

function openInvitations(store: Store, now: number) {
  return store.q.selectFrom("invitation").where("takenAt", "is", null).where("expiresAt", ">", now);
}

function hashOf(token: string): string {
  return createHash("sha256").update(token).digest("hex");
}

function invitationOf(
  row: Omit<Invitation, "madeAt" | "expiresAt"> & { madeAt: number; expiresAt: number },
): Invitation {
  const { id, forWhom, role, logbookId, personId, madeBy, madeAt, expiresAt } = row;
  return { id, forWhom, role, logbookId, personId, madeBy, madeAt: isoTime(madeAt), expiresAt: isoTime(expiresAt) };
}
