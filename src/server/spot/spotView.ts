import { ENTITIES_AWARD, type Slot, worthOf } from "../../core/award";
import { modeGroup } from "../../core/band";
import { isoTime } from "../../core/contact";
import { type Rules, type Scoreboard, worthOf as worthInContest } from "../../core/contest";
import type { CallPlace, SpotView } from "../../core/contract";
import { gridCenter, pathBetween, type Point } from "../../core/geo";
import type { Solar } from "../../core/propagation";
import { chanceOf, rankOf, type Spot } from "../../core/spot";
import type { Store } from "../db/store";

/** Within which time a second contact on band and mode is a duplicate, seconds. */
const WITHIN = 86_400;

/** What a spot is held against. */
export interface Viewpoint {
  readonly store: Store;
  readonly logbookId: number;
  /** The grid of the site in use. */
  readonly ownGrid: string;
  /** Seconds since 1970 UTC. */
  readonly now: number;
  readonly solar: Solar;
  readonly placeOf: (call: string) => CallPlace;
  /** The contest that is on. */
  readonly contest: { readonly rules: Rules; readonly board: Scoreboard } | null;
}

/** What a spot is to a logbook: who, worth, chance. Some indexed reads, no scan. */
export function spotView(spot: Spot, viewpoint: Viewpoint): SpotView {
  const { store, logbookId, ownGrid, now, solar, placeOf } = viewpoint;
  const { call, band, mode, frequencyHz } = spot;
  const place = placeOf(call);
  const group = modeGroup(mode);
  const slots = place.entity === null ? [] : slotsOf(store, logbookId, place.entity.code);
  const worth = place.entity === null ? null : worthOf(slots, band, group, place.entity.name);
  const { contacts, lately } = store.first(
    store.q
      .selectFrom("contact")
      .select(({ fn, eb }) => [
        fn.countAll<number>().as("contacts"),
        fn
          .sum<number | null>(
            eb
              .case()
              .when(eb.and([eb("band", "=", band), eb("modeGroup", "=", group), eb("startedAt", ">", now - WITHIN)]))
              .then(1)
              .else(0)
              .end(),
          )
          .as("lately"),
      ])
      .where("logbookId", "=", logbookId)
      .where("baseCall", "=", place.base),
  )!;
  const here = gridCenter(ownGrid);
  const there = pointOf(place);
  const path = here === null || there === null ? null : pathBetween(here, there);
  const hearers = spot.heard.flatMap(({ spotter, at }) => {
    const point = pointOf(placeOf(spotter));
    return point === null ? [] : [{ spotter, point, at }];
  });
  const { chance, reason } = chanceOf({
    from: there,
    to: here ?? { latitude: 0, longitude: 0 },
    frequencyHz,
    mode,
    now,
    solar,
    hearers,
  });
  const duplicate = (lately ?? 0) > 0;
  const contest = valueInContest(spot, viewpoint);
  return {
    id: spot.id,
    call,
    base: place.base,
    frequencyHz,
    listensHz: spot.listensHz,
    band,
    mode,
    submode: spot.submode,
    modeGroup: group,
    firstAt: isoTime(spot.firstAt),
    lastAt: isoTime(spot.lastAt),
    remark: spot.remark,
    count: spot.count,
    heard: spot.heard.map(({ spotter, at }) => ({ spotter, continent: placeOf(spotter).continent, at: isoTime(at) })),
    others: spot.others.map((other) => ({ ...other })),
    entity: place.entity,
    continent: place.continent,
    worth,
    contacts,
    duplicate,
    contest,
    chance,
    reason,
    distanceKm: path?.distanceKm ?? null,
    bearing: path?.bearing ?? null,
    rank: rankOf({
      worth: worth?.worth ?? null,
      chance,
      duplicate,
      contest: contest === null ? null : { ...contest, multipliers: contest.fresh.length },
    }),
  };
}

function valueInContest({ call, band, mode, submode }: Spot, { contest, now }: Viewpoint): SpotView["contest"] {
  if (contest === null) return null;
  const { rules, board } = contest;
  const { judgement } = worthInContest(rules, board, { call, band, mode: submode ?? mode, at: now, typed: {} }, null);
  if (judgement.refused !== null) return null;
  const { points, duplicate, fresh } = judgement;
  return { points, duplicate, fresh: fresh.map(({ label, name }) => `${label}: ${name}`) };
}

type Cell = Pick<Slot, "band" | "modeGroup" | "worked" | "confirmed">;

function slotsOf(store: Store, logbookId: number, entityCode: number): Cell[] {
  return store.all(
    store.q
      .selectFrom("slot")
      .select(["band", "modeGroup", "worked", "confirmed"])
      .where("logbookId", "=", logbookId)
      .where("award", "=", ENTITIES_AWARD.id)
      .where("item", "=", String(entityCode)),
  );
}

function pointOf({ latitude, longitude }: CallPlace): Point | null {
  return latitude === null || longitude === null ? null : { latitude, longitude };
}
