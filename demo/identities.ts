import type { Context } from "../src/server/context";
import { isoTime } from "../src/core/contact";
import type { Scope } from "../src/core/identity/profile";
import { insertGranted } from "../src/server/identity/insertGranted";
import { makeRequest } from "../src/server/identity/makeRequest";
import type { Archive } from "../stand-ins/lantern/archive";
import { FIRST_CALL, HOME, TRIP } from "./generate";

const DAY = 86_400;
const YEAR = 365 * DAY;
const URUGUAY = 144;
const ARGENTINA = 100;
/** When the call changed. */
const CALLED_SO_SINCE = 4 * YEAR;

/** The calls whose contacts are signed. That of the portable station abroad was asked for, and waits for its sponsors. */
export const IDENTIFIED: readonly string[] = [HOME.call, FIRST_CALL, "CX9QTH"];

/** The identities of the demo's operator: ready, of a former call, ending soon, replaced, and one on its way. */
export async function seedIdentities(
  context: Context,
  logbookId: number,
  { registry }: Pick<Archive, "registry">,
): Promise<void> {
  const now = context.now();
  const day = (ago: number) => isoTime(now - ago).slice(0, 10);
  const give = (scope: Scope, since: number, until: number) =>
    insertGranted(context, { logbookId, service: "lantern", askedAt: now - since - 2 * DAY }, scope, (request) =>
      registry.grant(request, now - since, now + until),
    );
  const uruguayan = { entity: URUGUAY, to: null };
  const former = day(7 * YEAR);
  const first = await give({ ...uruguayan, call: HOME.call, from: day(2 * YEAR) }, 2 * YEAR, YEAR);
  const usual = await give({ ...uruguayan, call: HOME.call, from: former }, YEAR, 2 * YEAR);
  await give({ ...uruguayan, call: FIRST_CALL, from: former, to: day(CALLED_SO_SINCE - 60 * DAY) }, YEAR, 2 * YEAR);
  await give({ ...uruguayan, call: "CX9QTH", from: former }, 3 * YEAR - 31 * DAY, 31 * DAY);
  const { store } = context;
  store.run(store.q.updateTable("identity").set({ replacedBy: usual }).where("id", "=", first));
  store.run(
    store.q
      .updateTable("identity")
      .set({ savedAt: now - 40 * DAY })
      .where("id", "=", usual),
  );

  const person = { name: "Inés Cardozo", mail: "ines@farol.example" };
  const scope = { call: TRIP.call, entity: ARGENTINA, from: former, to: null };
  const { key, request } = await makeRequest(scope, person);
  const standing = await registry.register(request, ["CX1QRA", "CE3QUE"], now);
  if ("problem" in standing) throw new Error(standing.problem);
  store.run(
    store.q.insertInto("identity").values({
      service: "lantern",
      logbookId,
      call: TRIP.call,
      entityCode: ARGENTINA,
      fromDay: former,
      toDay: null,
      ...person,
      address: "Camino del Faro 3, Cabo Farol",
      askedAt: now,
      handedAt: now,
      lookedAt: now,
      request,
      key,
      reference: standing.reference,
      sponsors: JSON.stringify(standing.sponsors),
    }),
  );
}
