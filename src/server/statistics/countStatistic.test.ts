import { emptyConfirmation } from "../../core/confirm";
import { siteInputSchema } from "../../core/contract";
import { contactsOf, STATISTICS } from "../../core/statistics";
import type { FilterGroup } from "../../core/view";
import { filteredContacts } from "../logbook/filterSql";
import { logContact } from "../logbook/contacts";
import { addSite } from "../logbook/sites";
import { taken, testContext, valueOf } from "../testing";
import { countStatistic } from "./countStatistic";

const CALLS = ["OY4QSA", "DL1QTA", "JA3QRM", "LU3QSC", "K1QTB", "ZS6QUA"];
const MODES = [
  { mode: "CW" },
  { mode: "SSB", submode: "USB" },
  { mode: "SSB" },
  { mode: "MFSK", submode: "FT4" },
  { mode: "MFSK" },
  { mode: "OLIVIA", submode: "OLIVIA 4/125" },
];
const GRIDS = ["IP62", "JN58td", "PM95", null];
const STARTS = ["1969-12-31T23:10:00Z", "2024-02-29T00:00:00Z", "2025-07-06T12:59:59Z", "2026-11-21T05:30:00Z"];
const BANDS = ["160m", "20m", "20m", "10m", "70cm"];
const ANSWERS = [
  { sent: "sent", sentOn: "2026-01-01", received: "confirmed", receivedOn: "2026-01-01" },
  { sent: "sent", sentOn: "2026-01-01", received: "verified", receivedOn: "2026-03-05" },
  { sent: "sent", sentOn: "2026-01-05", received: "confirmed", receivedOn: "2026-01-02" },
  { sent: "sent", sentOn: "2026-01-01", received: "no", receivedOn: null },
  { sent: "wanted", sentOn: null, received: "confirmed", receivedOn: "2026-03-05" },
] as const;

/** A log of 120 contacts, every one otherwise, from two sites, by two operators. */
async function begin() {
  const { context, logbookId } = await testContext();
  const hill = valueOf(addSite(context, taken(siteInputSchema, { name: "Hill", call: "CX3QUA/P", grid: "GF25" })));
  for (let nth = 0; nth < 120; nth++) {
    const of = <Value>(values: readonly Value[], step = 1): Value => values[Math.floor(nth / step) % values.length]!;
    const confirmations = [
      ...(nth % 3 === 0 ? [] : [{ ...emptyConfirmation("lantern"), ...of(ANSWERS) }]),
      ...(nth % 4 === 0 ? [{ ...emptyConfirmation("card"), ...of(ANSWERS, 4) }] : []),
    ];
    valueOf(
      logContact(context, logbookId, {
        ...{ call: of(CALLS), startedAt: of(STARTS, 2), band: of(BANDS, 3), grid: of(GRIDS, 5), confirmations },
        ...of(MODES, 7),
        ...(nth % 5 === 0 ? { siteId: hill.id, operator: "CX9QTH" } : {}),
        ...(nth % 6 === 0 ? { contestId: "SUDESTADA-PREFIX" } : {}),
      }),
    );
  }
  return { context, logbookId };
}

test.each(STATISTICS.map((statistic) => [statistic.title, statistic] as const))(
  "%s: every number leads to exactly the contacts that it was counted from",
  async (_, statistic) => {
    const { context, logbookId } = await begin();
    const { store } = context;
    const now = context.now();
    const held = (filter: FilterGroup) =>
      store.all(filteredContacts(store, logbookId, { filter }, now).select(["id", "entityCode"]));
    for (const narrow of [[], [{ field: "band", is: "is", value: "20m" }]] as FilterGroup["of"][]) {
      const asked = { filter: { join: "all" as const, of: narrow } };
      const counted = countStatistic(store, { logbookId, statistic: statistic.id, asked, now });
      expect(counted.figures.some(({ values }) => values[0]! > 0 || values[1]! > 0)).toBe(true);
      for (const figure of counted.figures)
        for (const [nth, value] of figure.values.entries()) {
          const contacts = held({ join: "all", of: [...narrow, ...contactsOf(statistic, figure, nth)] });
          const meant =
            statistic.of === "firsts" ? new Set(contacts.map((one) => one.entityCode)).size : contacts.length;
          expect([statistic.along.text(figure.key, "km"), figure.across, nth, meant]).toEqual([
            statistic.along.text(figure.key, "km"),
            figure.across,
            nth,
            value,
          ]);
        }
    }
  },
);

test("only the contacts of a time are counted, and an empty log has nothing", async () => {
  const { context, logbookId } = await begin();
  const bands = (from: string, to: string) =>
    countStatistic(context.store, {
      ...{ logbookId, statistic: "bands", now: context.now() },
      asked: { from: Date.parse(from) / 1000, to: Date.parse(to) / 1000 },
    });
  expect(bands("2024-02-29T00:00:00Z", "2024-02-29T00:00:00Z").contacts).toBe(30);
  expect(bands("1990-01-01T00:00:00Z", "1990-12-31T23:59:59Z")).toEqual({ figures: [], contacts: 0, without: 0 });
});
