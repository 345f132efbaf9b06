import { awardById } from "@/core/award";
import { amountFrom, amountText, creditsText } from "./creditWords";
import type { AwardState } from "./useAwards";

const state = (id: string) => ({ award: id, of: awardById(id)! }) as AwardState;

test("credits are said award by award, each item once", () => {
  const key = (award: string, item: string, on: string) => ({ award, item, on });
  const credits = [key("entities", "222", ""), key("cqZones", "14", ""), key("entities", "222", "20m")];
  expect(creditsText(credits, [state("entities"), state("cqZones")])).toBe(
    "Entities: Faroe Islands, 20 m; CQ zones: Zone 14",
  );
  expect(creditsText([key("entities", "222", "CW")], [state("entities")])).toBe("Entities: Faroe Islands on CW");
  expect(creditsText([key("gone", "7", "")], [])).toBe("gone: 7");
});

test.each([
  ["0.12", 12],
  ["1,5", 150],
  [" 3 ", 300],
  ["", null],
  ["-1", null],
  ["0.123", null],
  ["much", null],
])("the amount %j is %j", (typed, amount) => {
  expect(amountFrom(typed)).toBe(amount);
  if (amount !== null) expect(amountFrom(amountText(amount))).toBe(amount);
});
