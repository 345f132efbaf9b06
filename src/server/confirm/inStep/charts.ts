import { ENTITIES_AWARD } from "../../../core/award";
import {
  type ChartCell,
  figuresOf,
  type Question,
  serviceById,
  type ServiceId,
  SERVICE_IDS,
  CONFIRMED_STATES,
} from "../../../core/confirm";
import { HERE, type Place, type PlaceChart } from "../../../core/contract";
import type { Context } from "../../context";
import type { Store } from "../../db/store";
import { JobProblem } from "../../jobs/jobRun";
import { done, type Result } from "../../problem";
import { accessOf, type ServiceDefaults } from "../access";
import { askService } from "../askService";

/** What a place has, cell by cell; null where it is not known, and why. */
export interface PlaceCells {
  readonly place: Place;
  readonly cells: readonly ChartCell[] | null;
  readonly problem: string | null;
}

/** Asks a service; @throws JobProblem where it has no answer of use */
type Ask = <Answer>(service: ServiceId, question: Question<Answer>) => Promise<Answer>;

/** How a place stands: the log; a service by what it says itself, or else by what the log says of it. */
export async function cellsOf({ store }: Context, logbookId: number, place: Place, ask: Ask): Promise<PlaceCells> {
  if (place === HERE) return { place, cells: cellsHere(store, logbookId), problem: null };
  const { chart } = serviceById(place);
  try {
    const cells = chart === null ? cellsBelieved(store, logbookId, place) : await ask(place, chart());
    return { place, cells, problem: null };
  } catch (error) {
    if (!(error instanceof JobProblem)) throw error;
    return { place, cells: null, problem: error.message };
  }
}

export function chartOf({ place, cells, problem }: PlaceCells): PlaceChart {
  return { place, problem, lines: cells === null ? null : figuresOf(cells) };
}

/** What each place has now. */
export async function chartsNow(
  context: Context,
  defaults: ServiceDefaults,
  logbookId: number,
): Promise<Result<PlaceChart[]>> {
  const ask: Ask = (service, question) =>
    askService(serviceById(service), accessOf(context, defaults, logbookId, service), question);
  const places = [HERE, ...SERVICE_IDS] as const;
  return done((await Promise.all(places.map((place) => cellsOf(context, logbookId, place, ask)))).map(chartOf));
}

/** The log by its slots: what is proven there is what counts for awards. */
function cellsHere(store: Store, logbookId: number): ChartCell[] {
  const slots = store.all(
    store.q
      .selectFrom("slot")
      .select(["item", "band", "modeGroup", "worked", "confirmed"])
      .where("logbookId", "=", logbookId)
      .where("award", "=", ENTITIES_AWARD.id)
      .where("worked", ">", 0),
  );
  const nowhere = store.all(
    store.q
      .selectFrom("contact")
      .select((eb) => ["band", "modeGroup", eb.fn.countAll<number>().as("contacts")])
      .where("logbookId", "=", logbookId)
      .where("entityCode", "is", null)
      .groupBy(["band", "modeGroup"]),
  );
  return [
    ...slots.map(({ item, worked, ...cell }) => ({ ...cell, entityCode: Number(item), contacts: worked })),
    ...nowhere.map((cell) => ({ ...cell, entityCode: null, confirmed: 0 })),
  ];
}

/** What a service has by what the log says: what was sent to it, and what came back. */
function cellsBelieved(store: Store, logbookId: number, service: ServiceId): ChartCell[] {
  return store.all(
    store.q
      .selectFrom("confirmation")
      .innerJoin("contact", "contact.id", "confirmation.contactId")
      .select((eb) => [
        "entityCode",
        "band",
        "modeGroup",
        eb.fn.countAll<number>().as("contacts"),
        eb.fn.sum<number>(eb.case().when("received", "in", CONFIRMED_STATES).then(1).else(0).end()).as("confirmed"),
      ])
      .where("contact.logbookId", "=", logbookId)
      .where("channel", "=", service)
      .where((eb) => eb.or([eb("sent", "=", "sent"), eb("received", "in", CONFIRMED_STATES)]))
      .groupBy(["entityCode", "band", "modeGroup"]),
  );
}
