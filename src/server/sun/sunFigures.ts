import { isoTime } from "../../core/contact";
import type { Sun, SunFigures, SunSpan } from "../../core/contract";
import type { Solar } from "../../core/propagation";
import type { Context } from "../context";

/** As long as nothing is known: a middling sun, and a field that is quiet. */
const MIDDLING: Solar = { sunspots: 100, kIndex: 2 };
/** The figures of now stand under this span. */
const NOW = "now";
/** The ionosphere follows the mean of so many days. */
const SMOOTHED_DAYS = 30;
/** What is older says nothing of today's field, seconds. */
const FIELD_HOLDS = 6 * 3600;
const MOST_DAYS = 400;
const MOST_MONTHS = 480;

/** Keeps what was told of the sun; within `context.write`. */
export function keepSun(
  { store }: Pick<Context, "store">,
  at: number,
  now: SunFigures,
  spans: readonly SunSpan[],
): void {
  for (const { span, ...figures } of [{ span: NOW, ...now }, ...spans]) {
    const row = { ...figures, toldAt: at };
    store.run(
      store.q
        .insertInto("sunFigures")
        .values({ span, ...row })
        .onConflict((conflict) => conflict.column("span").doUpdateSet(row)),
    );
  }
}

/** All that is known of the sun. */
export function sunOf(context: Pick<Context, "store" | "now">): Sun {
  const { store } = context;
  const rows = store.all(store.q.selectFrom("sunFigures").selectAll().orderBy("span"));
  const spans = (length: number, most: number): SunSpan[] =>
    rows
      .filter(({ span }) => span.length === length)
      .slice(-most)
      .map(({ span, sunspots, flux, kIndex, aIndex }) => ({ span, sunspots, flux, kIndex, aIndex }));
  const newest = rows.find(({ span }) => span === NOW);
  const days = spans("2026-11-27".length, MOST_DAYS);
  return {
    now:
      newest === undefined
        ? null
        : {
            at: isoTime(newest.toldAt),
            sunspots: newest.sunspots,
            flux: newest.flux,
            kIndex: newest.kIndex,
            aIndex: newest.aIndex,
          },
    used: solarOf(days, newest === undefined || context.now() - newest.toldAt > FIELD_HOLDS ? null : newest.kIndex),
    days,
    months: spans("2026-11".length, MOST_MONTHS),
  };
}

/** What propagation is worked out with now. */
export function solarNow(context: Pick<Context, "store" | "now">): Solar {
  return sunOf(context).used;
}

function solarOf(days: readonly SunSpan[], kIndex: number | null): Solar {
  const last = days.slice(-SMOOTHED_DAYS);
  const sum = last.reduce((all, { sunspots }) => all + sunspots, 0);
  return {
    sunspots: last.length === 0 ? MIDDLING.sunspots : Math.round(sum / last.length),
    kIndex: kIndex ?? MIDDLING.kIndex,
  };
}
