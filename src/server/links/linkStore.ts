import type { Context } from "../context";

/** A link as it is kept. */
export interface LinkRow {
  readonly id: number;
  readonly kind: string;
  readonly name: string;
  readonly on: boolean;
  readonly settings: Readonly<Record<string, unknown>>;
  /** Since when it transmits, seconds since 1970; null while it does not. */
  readonly sendingSince: number | null;
}

type Kept = Pick<Context, "store">;

export function linkRows({ store }: Kept): LinkRow[] {
  const rows = store.all(store.q.selectFrom("link").selectAll().orderBy("id"));
  return rows.map(({ isOn, settings, ...row }) => ({
    ...row,
    on: isOn === 1,
    settings: JSON.parse(settings) as Record<string, unknown>,
  }));
}

export function addLinkRow({ store }: Kept, row: Omit<LinkRow, "id" | "sendingSince">): number {
  return store.run(store.q.insertInto("link").values({ ...columnsOf(row), sendingSince: null })).lastId;
}

export function changeLinkRow({ store }: Kept, id: number, row: Omit<LinkRow, "id" | "sendingSince">): void {
  store.run(store.q.updateTable("link").set(columnsOf(row)).where("id", "=", id));
}

export function removeLinkRow({ store }: Kept, id: number): void {
  store.run(store.q.deleteFrom("link").where("id", "=", id));
}

/** Keeps since when a link transmits, so that it is known after the server's end. */
export function keepSending({ store }: Kept, id: number, since: number | null): void {
  store.run(store.q.updateTable("link").set({ sendingSince: since }).where("id", "=", id));
}

/** The link of the radio that a position follows: its own choice, or else the last that anyone made. */
export function radioOfPosition({ store }: Kept, position: string): number | null | undefined {
  const chosen = store.q.selectFrom("positionRadio").select("linkId");
  const own = store.first(chosen.where("position", "=", position));
  return (own ?? store.first(chosen.where("linkId", "is not", null).orderBy("chosenAt", "desc").limit(1)))?.linkId;
}

/** A browser that has not chosen for so long is forgotten, seconds. */
const FORGOTTEN = 400 * 86_400;

export function choosePositionRadio(
  { store, now }: Pick<Context, "store" | "now">,
  position: string,
  linkId: number | null,
): void {
  const choice = { linkId, chosenAt: now() };
  store.run(
    store.q
      .insertInto("positionRadio")
      .values({ position, ...choice })
      .onConflict((conflict) => conflict.column("position").doUpdateSet(choice)),
  );
  store.run(store.q.deleteFrom("positionRadio").where("chosenAt", "<", now() - FORGOTTEN));
}

function columnsOf({ kind, name, on, settings }: Omit<LinkRow, "id" | "sendingSince">) {
  return { kind, name, isOn: on ? 1 : 0, settings: JSON.stringify(settings) };
}
