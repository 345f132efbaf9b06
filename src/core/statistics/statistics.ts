import { z } from "zod";
import { answerDelays, answerRates } from "./answers";
import {
  BAND,
  CONTEST,
  CONTINENT,
  DISTANCE,
  ENTITY,
  HOUR,
  MODE,
  MONTH,
  OPERATOR,
  OWN_CALL,
  SITE,
  WEEKDAY,
  YEAR,
} from "./dimension";
import type { Statistic } from "./statistic";
import { growth, tally } from "./tally";

/** Every statistic, in the order in which they are shown. Whoever adds one writes its line here. */
export const STATISTICS: readonly Statistic[] = [
  tally(
    { id: "months", title: "By month", about: "How many contacts each month had, and how many of them are confirmed." },
    MONTH,
  ),
  growth(
    {
      id: "entities",
      title: "Entities over time",
      about: "How many different entities were worked by the end of each month.",
    },
    ENTITY,
  ),
  tally({ id: "bands", title: "By band", about: "How many contacts each band had." }, BAND),
  tally({ id: "modes", title: "By mode", about: "How many contacts each mode had." }, MODE),
  tally(
    {
      id: "week",
      title: "By hour and weekday",
      about: "When one was on the air, in UTC: the stronger the colour, the more contacts.",
    },
    HOUR,
    WEEKDAY,
  ),
  tally(
    {
      id: "bandHours",
      title: "By hour and band",
      about: "When each band was worked, in UTC: the stronger the colour, the more contacts.",
    },
    HOUR,
    BAND,
  ),
  tally({ id: "continents", title: "By continent", about: "Where the stations were." }, CONTINENT),
  tally(
    { id: "distances", title: "By distance", about: "How far the stations were, between the grids of both sides." },
    DISTANCE,
  ),
  tally({ id: "mostWorked", title: "By entity", about: "The entities with the most contacts first." }, ENTITY),
  answerRates({
    id: "rates",
    title: "Confirmed, by channel",
    about: "What was sent on each channel, and what the others confirmed of it.",
  }),
  answerDelays({
    id: "delays",
    title: "How long confirmations took",
    about: "The days from our sending to their confirmation.",
  }),
  tally({ id: "years", title: "By year", about: "How many contacts each year had." }, YEAR),
  tally({ id: "sites", title: "By site", about: "From which sites the contacts were logged." }, SITE),
  tally(
    { id: "calls", title: "By call on the air", about: "Under which of our calls the contacts were made." },
    OWN_CALL,
  ),
  tally({ id: "operators", title: "By operator", about: "Who made the contacts." }, OPERATOR),
  tally({ id: "contests", title: "By contest", about: "The contacts of each contest." }, CONTEST),
];

export function statisticById(id: string): Statistic | undefined {
  return STATISTICS.find((statistic) => statistic.id === id);
}

export const statisticIdSchema = z.enum(STATISTICS.map(({ id }) => id));
