import type { Acting } from "../../core/contract";
import { acceptanceSchema, invitationInputSchema, personPatchSchema } from "../../core/contract";
import type { Actor } from "../actor";
import type { Context } from "../context";
import { ADDRESS_HEADER } from "../front/address";
import type { Result } from "../problem";
import { taken, testContext, valueOf } from "../testing";
import { actingOf } from "./acting";
import {
  acceptInvitation,
  invite,
  inviteOwner,
  listInvitations,
  lookAtInvitation,
  renewPassword,
  withdrawInvitation,
} from "./invitations";
import { changePerson, endSession, hasOwner, listPeople, listSessions, personActor, removePerson } from "./people";
import { createSignIn, type SignedInAs, type SignIn } from "./signIn";

const PASSWORD = "tres faros viejos";
const SECRET = "0123456789abcdef0123456789abcdef";

/** A station that is shared, with its owner. */
async function begun() {
  const { context: local, logbookId } = await testContext();
  let seconds = Math.floor(Date.now() / 1000);
  const heard: string[] = [];
  const context: Context = { ...local, now: () => seconds, announce: ({ type }) => void heard.push(type) };
  const signIn = createSignIn(context, SECRET);
  const headers = (cookies: readonly string[] = [], address = "192.0.2.7") =>
    new Headers({
      [ADDRESS_HEADER]: address,
      "user-agent": "Mozilla/5.0 (X11; Linux x86_64) Firefox/140.0",
      cookie: cookies.map((cookie) => cookie.split(";", 1)[0]).join("; "),
    });
  /** Takes an invitation up under a name. */
  const join = (token: string, name: string, signInName = name.toLowerCase()) =>
    acceptInvitation(
      context,
      signIn,
      taken(acceptanceSchema, { token, password: PASSWORD, person: { name, signInName, call: null } }),
      headers(),
    );
  const actorOf = async (cookies: readonly string[]): Promise<Actor | null> => {
    const who = await signIn.whoAsks(headers(cookies));
    return who === null ? null : personActor(context.store, who.personId, who.sessionId);
  };
  const invited = (role: string, where: number | null = logbookId) =>
    valueOf(invite(context, taken(invitationInputSchema, { forWhom: "Lena", role, logbookId: where }))).token;
  const owner = valueOf(await join(inviteOwner(context), "Ines"));
  return {
    ...{ context, logbookId, signIn, headers, join, actorOf, invited, owner, heard },
    later: (by: number) => (seconds += by),
  };
}

const enter =
  ({ signIn, headers }: { signIn: SignIn; headers: (cookies?: readonly string[], address?: string) => Headers }) =>
  (name: string, password: string, address?: string): Promise<Result<SignedInAs>> =>
    signIn.enter(name, password, headers([], address));

describe("an invitation", () => {
  test("makes who takes it up what it says, and signs him in", async () => {
    const { context, logbookId, join, actorOf, invited, owner } = await begun();
    expect(actingOf((await actorOf(owner.cookies))!)).toEqual<Acting>({
      personId: owner.personId,
      name: "Ines",
      call: null,
      role: "owner",
      inLogbooks: [],
    });
    const lena = valueOf(await join(invited("logger"), "Lena"));
    expect(await actorOf(lena.cookies)).toMatchObject({ role: null, inLogbooks: [{ logbookId, role: "logger" }] });
    const tomas = valueOf(await join(invited("manager", null), "Tomás"));
    expect(await actorOf(tomas.cookies)).toMatchObject({ name: "Tomás", role: "manager", inLogbooks: [] });
    expect(listPeople(context).map(({ name, signInName }) => [name, signInName])).toEqual([
      ["Ines", "ines"],
      ["Lena", "lena"],
      ["Tomás", "tomás"],
    ]);
    expect(listInvitations(context)).toEqual([]);
  });

  test("works once, also for two at the same moment", async () => {
    const { context, join, invited } = await begun();
    const token = invited("logger");
    const both = await Promise.all([join(token, "Lena"), join(token, "Tomás")]);
    expect(both.map((one) => one.ok).sort()).toEqual([false, true]);
    expect(both.find((one) => !one.ok)).toMatchObject({ problem: { status: 410, title: "No invitation" } });
    expect(await join(token, "Third")).toMatchObject({ ok: false, problem: { status: 410 } });
    expect(listPeople(context)).toHaveLength(2);
  });

  test("is there again where the name is taken", async () => {
    const { join, invited } = await begun();
    const token = invited("logger");
    expect(await join(token, "Other", "INES")).toMatchObject({
      ok: false,
      problem: { status: 409, faults: [{ field: "person.signInName" }] },
    });
    expect((await join(token, "Other")).ok).toBe(true);
  });

  test("ends by its time, by being withdrawn, and says the same of one that was never made", async () => {
    const { context, join, invited, later } = await begun();
    const token = invited("logger");
    const { id } = listInvitations(context)[0]!;
    expect(valueOf(lookAtInvitation(context, token))).toEqual({
      forWhom: "Lena",
      madeBy: "test",
      role: "logger",
      logbook: "Test log",
      signInName: null,
    });
    valueOf(withdrawInvitation(context, id));
    expect(await join(token, "Lena")).toMatchObject({ problem: { status: 410 } });
    expect(lookAtInvitation(context, "nothing")).toMatchObject({ problem: { status: 410 } });
    const late = invited("logger");
    later(72 * 3600 - 1);
    expect(lookAtInvitation(context, late).ok).toBe(true);
    later(1);
    expect(lookAtInvitation(context, late)).toMatchObject({ problem: { status: 410 } });
  });

  test("to own the station holds until the next start makes another", async () => {
    const { context } = await testContext();
    const signIn = createSignIn(context, SECRET);
    const [first, second] = [inviteOwner(context), inviteOwner(context)];
    expect(lookAtInvitation(context, first).ok).toBe(false);
    expect(hasOwner(context.store)).toBe(false);
    const person = { name: "Ines", signInName: "ines", call: "CX3QUA" };
    const given = taken(acceptanceSchema, { token: second, password: PASSWORD, person });
    valueOf(await acceptInvitation(context, signIn, given, new Headers()));
    expect(hasOwner(context.store)).toBe(true);
    expect(listPeople(context)).toMatchObject([{ call: "CX3QUA", role: "owner" }]);
  });

  test("to one logbook makes no owner", async () => {
    const { context, logbookId } = await begun();
    const asked = taken(invitationInputSchema, { forWhom: "Lena", role: "owner", logbookId });
    expect(invite(context, asked)).toMatchObject({ problem: { status: 422, faults: [{ field: "role" }] } });
  });

  test("is kept without its token", async () => {
    const { context, invited } = await begun();
    const token = invited("logger");
    expect(JSON.stringify(context.store.all(context.store.q.selectFrom("invitation").selectAll()))).not.toContain(
      token,
    );
  });
});

describe("signing in", () => {
  test("goes by name and password, in large and small letters of the name", async () => {
    const station = await begun();
    const entered = valueOf(await enter(station)(" INES ", PASSWORD));
    expect(entered.personId).toBe(station.owner.personId);
    for (const cookie of entered.cookies) expect(cookie).toMatch(/HttpOnly; Secure; SameSite=Lax/);
    expect(await station.actorOf(entered.cookies)).toMatchObject({ name: "Ines" });
    for (const [name, password] of [
      ["ines", "wrong"],
      ["ines", PASSWORD.toUpperCase()],
      ["nobody", PASSWORD],
      ["", ""],
    ] as const)
      expect(await enter(station)(name, password)).toMatchObject({ problem: { status: 401 } });
  });

  test("a cookie that was not given is nobody's", async () => {
    const { owner, actorOf, signIn } = await begun();
    expect(await actorOf([])).toBeNull();
    const [name, value] = owner.cookies[0]!.split(";", 1)[0]!.split("=") as [string, string];
    const other = value[10] === "x" ? "y" : "x";
    expect(await actorOf([`${name}=${value.slice(0, 10)}${other}${value.slice(11)}`])).toBeNull();
    expect(await actorOf([`${name}=${value.split(".")[0]}`])).toBeNull();
    expect(await signIn.whoAsks(new Headers())).toBeNull();
  });

  test("after a few wrong passwords not even the right one is taken, for a while, from there; elsewhere it is", async () => {
    const station = await begun();
    const statuses: number[] = [];
    for (let wrong = 0; wrong < 7; wrong++) {
      const said = await enter(station)("ines", "wrong");
      statuses.push(said.ok ? 200 : said.problem.status);
    }
    expect(statuses).toEqual([401, 401, 401, 401, 401, 429, 429]);
    expect(await enter(station)("ines", PASSWORD)).toMatchObject({
      problem: { status: 429, detail: expect.stringMatching(/try again in 1[45] minutes/) as string },
    });
    expect((await enter(station)("ines", PASSWORD, "192.0.2.8")).ok).toBe(true);
  });

  test("a thousand wrong passwords at once are looked at a few times", async () => {
    const station = await begun();
    const said = await Promise.all(
      Array.from({ length: 1000 }, (_, at) => enter(station)("ines", `guess ${at}`, `198.51.100.${at % 250}`)),
    );
    const of = (status: number) => said.filter((one) => !one.ok && one.problem.status === status).length;
    expect(of(401) + of(429)).toBe(1000);
    expect(of(401)).toBeLessThanOrEqual(50);
  });

  test("is over when one signs out, is signed out, or is removed", async () => {
    const station = await begun();
    const { context, signIn, headers, actorOf, owner, join, invited } = station;
    const second = valueOf(await enter(station)("ines", PASSWORD));
    await signIn.leave(headers(second.cookies));
    expect(await actorOf(second.cookies)).toBeNull();
    expect(await actorOf(owner.cookies)).not.toBeNull();

    const lena = valueOf(await join(invited("logger"), "Lena"));
    const { id } = listSessions(context, lena.personId)[0]!;
    expect(endSession(context, owner.personId, id)).toMatchObject({ problem: { status: 404 } });
    valueOf(endSession(context, lena.personId, id));
    signIn.forget();
    expect(await actorOf(lena.cookies)).toBeNull();

    const again = valueOf(await enter(station)("lena", PASSWORD));
    expect(await actorOf(again.cookies)).not.toBeNull();
    valueOf(removePerson(context, lena.personId));
    signIn.forget();
    expect(await actorOf(again.cookies)).toBeNull();
    expect(await enter(station)("lena", PASSWORD)).toMatchObject({ problem: { status: 401 } });
    // The name is free for somebody else.
    expect((await join(invited("logger"), "Lena")).ok).toBe(true);
  });

  test("that ends while it is looked up is not taken for one that goes on", async () => {
    const { context, signIn, headers, owner, actorOf } = await begun();
    signIn.forget();
    const looking = signIn.whoAsks(headers(owner.cookies));
    for (let step = 0; step < 20; step++) await Promise.resolve();
    const { id } = listSessions(context, owner.personId)[0]!;
    valueOf(endSession(context, owner.personId, id));
    signIn.forget();
    await looking;
    expect(await actorOf(owner.cookies)).toBeNull();
  });

  test("ends by itself after thirty days", async () => {
    const station = await begun();
    const { context, owner } = station;
    const { until, since } = listSessions(context, owner.personId)[0]!;
    expect((Date.parse(until) - Date.parse(since)) / 86_400_000).toBeCloseTo(30, 3);
    context.store.run(context.store.q.updateTable("session").set({ expiresAt: "2020-01-01T00:00:00.000Z" }));
    station.signIn.forget();
    expect(await station.actorOf(owner.cookies)).toBeNull();
  });
});

describe("a password", () => {
  test("is changed by the one before, which ends every other sign-in", async () => {
    const station = await begun();
    const { signIn, headers, owner, actorOf } = station;
    const elsewhere = valueOf(await enter(station)("ines", PASSWORD));
    expect(await signIn.change("wrong", "another one, longer", headers(owner.cookies))).toMatchObject({
      problem: { status: 422, faults: [{ field: "before" }] },
    });
    const cookies = valueOf(await signIn.change(PASSWORD, "another one, longer", headers(owner.cookies)));
    expect(await actorOf(elsewhere.cookies)).toBeNull();
    expect(await actorOf(cookies)).not.toBeNull();
    expect((await enter(station)("ines", PASSWORD)).ok).toBe(false);
    expect((await enter(station)("ines", "another one, longer")).ok).toBe(true);
  });

  test("that was lost is renewed by a link, the newest of them, once", async () => {
    const station = await begun();
    const { context, signIn, headers, owner, actorOf } = station;
    const first = valueOf(renewPassword(context, owner.personId)).token;
    const { token } = valueOf(renewPassword(context, owner.personId));
    const accept = (given: string) =>
      acceptInvitation(context, signIn, { token: given, password: "another one, longer", person: null }, headers());
    expect(await accept(first)).toMatchObject({ problem: { status: 410 } });
    expect(valueOf(lookAtInvitation(context, token)).signInName).toBe("ines");
    const renewed = valueOf(await accept(token));
    expect(await actorOf(owner.cookies)).toBeNull();
    expect(await actorOf(renewed.cookies)).toMatchObject({ personId: owner.personId, role: "owner" });
    expect(await accept(token)).toMatchObject({ problem: { status: 410 } });
  });

  test("is kept as no one can read it", async () => {
    const { context } = await begun();
    const { store } = context;
    const rows = [store.all(store.q.selectFrom("login").selectAll()), listPeople(context)];
    expect(JSON.stringify(rows)).not.toContain(PASSWORD);
  });
});

describe("a person", () => {
  test("is changed in name, call and roles, in force at once", async () => {
    const { context, logbookId, join, invited, actorOf } = await begun();
    const lena = valueOf(await join(invited("logger"), "Lena"));
    const patch = { call: "cx2qrb", role: "reader", inLogbooks: [{ logbookId, role: "manager" }] };
    valueOf(changePerson(context, lena.personId, taken(personPatchSchema, patch)));
    expect(await actorOf(lena.cookies)).toMatchObject({
      call: "CX2QRB",
      role: "reader",
      inLogbooks: [{ logbookId, role: "manager" }],
    });
    valueOf(changePerson(context, lena.personId, { inLogbooks: [] }));
    expect(await actorOf(lena.cookies)).toMatchObject({ role: "reader", inLogbooks: [] });
    expect(changePerson(context, lena.personId, { inLogbooks: [{ logbookId: 99, role: "reader" }] })).toMatchObject({
      problem: { status: 422, faults: [{ field: "inLogbooks" }] },
    });
    expect(changePerson(context, 99, { role: "reader" })).toMatchObject({ problem: { status: 404 } });
  });

  test("who owns the station alone stays its owner", async () => {
    const { context, join, invited, owner } = await begun();
    expect(changePerson(context, owner.personId, { role: "reader" })).toMatchObject({
      problem: { faults: [{ field: "role" }] },
    });
    expect(removePerson(context, owner.personId)).toMatchObject({ problem: { status: 409 } });
    valueOf(await join(invited("owner", null), "Tomás"));
    valueOf(removePerson(context, owner.personId));
    expect(listPeople(context).map(({ name }) => name)).toEqual(["Tomás"]);
    expect(hasOwner(context.store)).toBe(true);
  });

  test("is told to every browser when something of him changes", async () => {
    const { context, heard, join, invited } = await begun();
    heard.length = 0;
    const lena = valueOf(await join(invited("logger"), "Lena"));
    expect(new Set(heard)).toEqual(new Set(["people"]));
    heard.length = 0;
    valueOf(changePerson(context, lena.personId, { role: "reader" }));
    valueOf(removePerson(context, lena.personId));
    expect(heard).toEqual(["people", "people"]);
  });
});
