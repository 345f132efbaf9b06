import { CHANNELS, CONFIRMED_STATES } from "../confirm";
import { CHANNEL, classConditions, DELAY, DELAYS } from "./dimension";
import type { Figure, Statistic } from "./statistic";

type About = Pick<Statistic, "id" | "title" | "about">;
const COLOURS = ["fresh", "hold", "safe", "wanted"];

/** How much was sent on each channel, and how much of that the other stations confirmed. */
export function answerRates(about: About): Statistic {
  return {
    ...{ ...about, form: "bars", across: null, isPart: true, isInTime: false },
    of: "sendings",
    along: CHANNEL,
    series: [
      { label: "sent", colour: "hold", holds: () => [] },
      {
        label: "of them confirmed",
        colour: "safe",
        holds: (channel) => [
          { join: "any", of: CONFIRMED_STATES.map((value) => ({ field: `${channel}.received`, is: "is", value })) },
        ],
      },
    ],
    count: (groups) => {
      const counts = new Map(CHANNELS.map(({ id }) => [id, [0, 0]]));
      let total = 0;
      for (const { channel, contacts, confirmed } of groups) {
        total += contacts;
        counts.set(channel, [contacts, confirmed]);
      }
      const figures = [...counts].map(([key, values]): Figure => ({ key, across: null, values }));
      return { figures, contacts: total, without: 0 };
    },
  };
}

/** How long after it was sent a contact was confirmed, on each channel. */
export function answerDelays(about: About): Statistic {
  return {
    ...{ ...about, form: "bars", across: null, isPart: false, isInTime: false },
    of: "confirmations",
    along: DELAY,
    series: CHANNELS.map(({ id, name }, nth) => ({
      label: name,
      colour: COLOURS[nth % COLOURS.length]!,
      holds: (from) => classConditions(`${id}.days`, Number(from), DELAYS),
    })),
    count: (groups) => {
      const counts = new Map(DELAYS.map((from) => [from, CHANNELS.map(() => 0)]));
      const place = new Map(CHANNELS.map(({ id }, nth) => [id, nth]));
      let total = 0;
      let without = 0;
      for (const { channel, days, contacts } of groups) {
        total += contacts;
        if (days === null) without += contacts;
        else counts.get(DELAYS.findLast((from) => from <= days) ?? DELAYS[0]!)![place.get(channel)!]! += contacts;
      }
      const figures = [...counts].map(([key, values]): Figure => ({ key, across: null, values }));
      return { figures, contacts: total, without };
    },
  };
}
