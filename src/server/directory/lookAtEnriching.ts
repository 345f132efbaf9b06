import type { z } from "zod";
import { isoTime } from "../../core/contact";
import type { EnrichChoice, EnrichLook, enrichLookInputSchema, Selection } from "../../core/contract";
import { ENRICHED } from "../../core/directory";
import type { Store } from "../db/store";
import { selectedIds } from "../logbook/selectedIds";
import { directoriesInUse } from "./directories";
import { cellName, enricherOf } from "./enricher";
import { unaskedOf } from "./listings";

interface Request extends z.output<typeof enrichLookInputSchema> {
  readonly logbookId: number;
  /** Seconds since 1970 UTC. */
  readonly now: number;
}

const PIECE = 500;
const MOST_DOUBTFUL = 10_000;
const COLUMNS = ["id", "call", "baseCall", "startedAt", "entityCode", "exchangeReceived", ...ENRICHED] as const;

/** Says what the contacts of a selection would get of what directories said so far. */
export function lookAtEnriching(
  store: Store,
  { logbookId, selection, choice, offset, limit, now }: Request,
): EnrichLook {
  const proposed = enricherOf(store, logbookId, choice);
  const counts = new Map(choice.facts.map((fact) => [fact, { fact, count: 0, doubtful: 0 }]));
  const byDirectory = new Map(choice.directories.map((directory) => [directory, 0]));
  const doubtful: string[] = [];
  const rows: EnrichLook["rows"] = [];
  let selected = 0;
  let changed = 0;
  for (const contact of chosenContacts(store, logbookId, selection, now)) {
    selected++;
    const proposals = proposed({ ...contact, at: contact.startedAt });
    if (proposals.length === 0) continue;
    if (changed >= offset && rows.length < limit)
      rows.push({ contactId: contact.id, call: contact.call, startedAt: isoTime(contact.startedAt), proposals });
    changed++;
    for (const { fact, directory, doubt } of proposals) {
      const counted = counts.get(fact)!;
      counted.count++;
      byDirectory.set(directory, byDirectory.get(directory)! + 1);
      if (doubt === null) continue;
      counted.doubtful++;
      if (doubtful.length < MOST_DOUBTFUL) doubtful.push(cellName(contact.id, fact));
    }
  }
  const stations = stationsToAsk(store, logbookId, selection, choice, now);
  const asked = chosenDirectories(store, choice);
  return {
    selected,
    changed,
    stations: stations.length,
    unasked: stations.filter((one) => asked.some((id) => unaskedOf(store, id, [one], now, asked).length > 0)).length,
    facts: [...counts.values()],
    directories: [...byDirectory].map(([directory, count]) => ({ directory, count })),
    doubtful,
    rows,
  };
}

/** The stations of contacts that could get something, those of the newest contacts first. */
export function stationsToAsk(
  store: Store,
  logbookId: number,
  selection: Selection,
  { way, facts }: EnrichChoice,
  now: number,
): string[] {
  const stations = new Set<string>();
  for (const contact of chosenContacts(store, logbookId, selection, now)) {
    if (stations.has(contact.baseCall)) continue;
    const isAtHome = contact.call === contact.baseCall;
    if (facts.some((fact) => (isAtHome || fact === "name") && (way === "refresh" || contact[fact] === null)))
      stations.add(contact.baseCall);
  }
  return [...stations];
}

/** The directories that are chosen and in use, in their order. */
export function chosenDirectories(store: Store, { directories }: EnrichChoice): string[] {
  return directoriesInUse(store).filter((directory) => directories.includes(directory));
}

function* chosenContacts(store: Store, logbookId: number, selection: Selection, now: number) {
  const ids = selectedIds({ store, now: () => now }, logbookId, selection);
  for (let start = 0; start < ids.length; start += PIECE) {
    const piece = store.all(
      store.q
        .selectFrom("contact")
        .select(COLUMNS)
        .where("id", "in", ids.slice(start, start + PIECE))
        .orderBy("startedAt", "desc")
        .orderBy("id", "desc"),
    );
    yield* piece;
  }
}
