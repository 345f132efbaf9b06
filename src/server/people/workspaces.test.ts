import { type Arrangement, workspaceInputSchema } from "../../core/contract";
import type { Actor } from "../actor";
import type { Context } from "../context";
import { openStore } from "../db/store";
import { quietContext } from "../quietContext";
import { taken, testContext, valueOf } from "../testing";
import { keepPeople } from "./keepPeople";
import { removePerson } from "./people";
import { keepWorkspace, listWorkspaces, removeWorkspace } from "./workspaces";

const LOG: Arrangement = { version: 1, main: { panels: ["log"], shown: 0, size: 0 }, windows: [] };
const named = (name: string, arrangement: unknown = LOG) => taken(workspaceInputSchema, { name, arrangement });
const person = (personId: number): Actor => ({
  name: `person ${personId}`,
  personId,
  call: null,
  sessionId: null,
  role: "logger",
  inLogbooks: [],
});
const names = (context: Context) => listWorkspaces(context).map(({ name }) => name);

test("everybody has workspaces of his own", async () => {
  const { context } = await testContext();
  const lena: Context = { ...context, actor: person(3) };
  const here = valueOf(keepWorkspace(context, null, named("Evening")));
  const hers = valueOf(keepWorkspace(lena, null, named("Evening")));
  expect(keepWorkspace(lena, null, named("Evening"))).toMatchObject({ problem: { status: 409, title: "Name taken" } });
  expect(names(context)).toEqual(["Evening"]);
  expect(keepWorkspace(lena, here.id, named("Mine now"))).toMatchObject({ problem: { status: 404 } });
  expect(removeWorkspace(lena, here.id)).toMatchObject({ problem: { status: 404 } });
  expect(valueOf(keepWorkspace(lena, hers.id, named("Night")))).toMatchObject({ name: "Night", arrangement: LOG });
  expect(names(lena)).toEqual(["Night"]);
  expect(valueOf(removeWorkspace(context, here.id))).toEqual({ removed: here.id });
  expect([names(context), names(lena)]).toEqual([[], ["Night"]]);
});

test("one that a later version has kept, or that is broken, stays, and says why it cannot be shown", async () => {
  const { context } = await testContext();
  const { store } = context;
  const later = JSON.stringify({ ...LOG, version: 2, floating: [] });
  for (const [name, body] of [
    ["later", later],
    ["broken", "{"],
  ] as const)
    store.run(store.q.insertInto("workspace").values({ personId: null, name, body }));
  expect(listWorkspaces(context)).toMatchObject([
    { name: "broken", arrangement: null, fault: expect.any(String) as string },
    { name: "later", arrangement: null, fault: "it was arranged by a later version of the application" },
  ]);
  // A panel that only a later version has is no fault.
  const unknown = { ...LOG, main: { panels: ["hologram"], shown: 0, size: 0 } };
  expect(valueOf(keepWorkspace(context, null, named("With more", unknown))).arrangement).toEqual(unknown);
  const bodies = store.all(store.q.selectFrom("workspace").select("body").where("name", "=", "later"));
  expect(bodies).toEqual([{ body: later }]);
});

test("an arrangement that cannot be is refused in words", () => {
  const fault = (arrangement: unknown) => {
    const { error } = workspaceInputSchema.safeParse({ name: "x", arrangement });
    return error?.issues.map(({ message }) => message).join("; ");
  };
  const log = { panels: ["log"], shown: 0, size: 1 };
  expect(fault({ ...LOG, main: { split: "down", parts: [log, log], size: 0 } })).toBe(
    'the panel "log" stands in two places',
  );
  expect(fault({ ...LOG, windows: [{ number: 1, root: log, box: null }] })).toContain("two places");
  const spots = { number: 1, root: { ...log, panels: ["spots"] }, box: null };
  expect(fault({ ...LOG, windows: [spots, { ...spots, root: { ...log, panels: ["map"] } }] })).toBe(
    "two windows have the same number",
  );
  const deep = (levels: number): unknown =>
    levels === 0 ? log : { split: "down", parts: [{ ...log, panels: [`x${levels}`] }, deep(levels - 1)], size: 0 };
  expect(fault({ ...LOG, main: deep(6) })).toBeUndefined();
  expect(fault({ ...LOG, main: deep(5000) })).toBeDefined();
});

test("fifty are enough, and who is removed leaves none", async () => {
  const { context } = await testContext();
  const { store } = context;
  const { lastId } = store.run(
    store.q.insertInto("person").values({
      ...{ name: "Lena", username: "lena", call: null, role: "logger", goneAt: null, image: null },
      ...{ email: "lena@station.invalid", emailVerified: 0, createdAt: "2026-11-23", updatedAt: "2026-11-23" },
    }),
  );
  const lena: Context = { ...context, actor: person(lastId) };
  for (let number = 1; number <= 50; number++) valueOf(keepWorkspace(lena, null, named(`Number ${number}`)));
  expect(keepWorkspace(lena, null, named("One more"))).toMatchObject({ problem: { title: "Too many" } });
  valueOf(removePerson(context, lastId));
  expect(names(lena)).toEqual([]);
});

test("going back to a backup leaves workspaces as they were kept last", async () => {
  const { context: now } = await testContext();
  const backup = quietContext(openStore(":memory:"), "test", () => 0);
  const spots: Arrangement = { ...LOG, main: { panels: ["spots"], shown: 0, size: 0 } };
  valueOf(keepWorkspace(backup, null, named("Evening")));
  valueOf(keepWorkspace(backup, null, named("Removed since")));
  valueOf(keepWorkspace(now, null, named("Evening", spots)));
  keepPeople(backup.store, now.store, new Map());
  expect(listWorkspaces(backup)).toMatchObject([{ name: "Evening", arrangement: spots }, { name: "Removed since" }]);
});
