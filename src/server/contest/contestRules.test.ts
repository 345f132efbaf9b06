import { type RulesInput, SHIPPED_CONTESTS } from "../../core/contest";
import { entryInputSchema } from "../../core/contract";
import { taken, testContext, valueOf } from "../testing";
import { contestRulesFinder, ownRules, rulesByTag, rulesFromText } from "./contestRules";
import { removeContest, saveContest } from "./definitions";
import { createEntry } from "./entries";

const NOW = Date.parse("2026-11-28T20:00:00Z") / 1000;
const DEFINITION: RulesInput = {
  format: "ypsiloid-contest/1",
  name: "First",
  tag: "TRIAL",
  when: { fixed: [{ from: "2026-11-28T00:00:00Z", to: "2026-11-29T00:00:00Z" }] },
  deadlineDays: 7,
  bands: ["20m"],
  modes: ["CW"],
  exchange: { all: [{ id: "serial", label: "Serial", type: "serial" }] },
  points: [{ points: 1 }],
  duplicates: { per: "band" },
  categories: { operator: ["SINGLE-OP"] },
};

test("one's own definition comes before one that ships, and gives way to it when it is removed", async () => {
  const { context } = await testContext(NOW);
  const shipped = SHIPPED_CONTESTS[0]!;
  expect(rulesByTag(context, shipped.tag)).toBe(shipped);
  expect(rulesByTag(context, "TRIAL")).toBeUndefined();
  valueOf(saveContest(context, { ...shipped, name: "Mine" }));
  valueOf(saveContest(context, DEFINITION));
  expect(
    ownRules(context)
      .map(({ name }) => name)
      .sort(),
  ).toEqual(["First", "Mine"]);
  expect(rulesByTag(context, shipped.tag)!.name).toBe("Mine");
  valueOf(removeContest(context, shipped.tag));
  expect(rulesByTag(context, shipped.tag)).toBe(shipped);
});

test("the same text gives the same rules, so that boards know that nothing changed; what is not sound gives none", () => {
  const text = JSON.stringify(DEFINITION);
  expect(rulesFromText(text)).toBe(rulesFromText(text));
  expect(rulesFromText(JSON.stringify({ ...DEFINITION, format: "ypsiloid-contest/9" }))).toBeNull();
  // Of what cannot be meant so an earlier version said nothing: an entry goes on with it.
  const odd = { ...DEFINITION, points: [{ points: 1 }, { points: 2 }] };
  expect(rulesFromText(JSON.stringify(odd))).not.toBeNull();
});

test("a contact goes by the rules of the entry that it belongs to, whatever the definition says since", async () => {
  const { context, logbookId } = await testContext(NOW);
  valueOf(saveContest(context, DEFINITION));
  const input = { tag: "TRIAL", ownCall: "CX3QUA", category: { operator: "SINGLE-OP" }, operators: ["CX3QUA"] };
  valueOf(createEntry(context, logbookId, taken(entryInputSchema, input)));
  valueOf(saveContest(context, { ...DEFINITION, name: "Second" }));
  const rulesOf = contestRulesFinder(context);
  const nameAt = (startedAt: string, of = logbookId) => rulesOf(of, "TRIAL", startedAt)?.name;
  expect(nameAt("2026-11-28T12:00:00Z")).toBe("First");
  // A day off its time it still belongs to the entry; another year, or another logbook, has today's rules.
  expect(nameAt("2026-11-29T12:00:00Z")).toBe("First");
  expect(nameAt("2025-11-28T12:00:00Z")).toBe("Second");
  expect(nameAt("2026-11-28T12:00:00Z", logbookId + 1)).toBe("Second");
  expect(rulesOf(logbookId, "NO-SUCH", "2026-11-28T12:00:00Z")).toBeUndefined();
});
