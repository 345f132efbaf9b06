import { CURRENT_ENTITIES, resolve } from "../../src/core/entity";
import { EMPTY_LISTING, ENRICHED } from "../../src/core/directory";
import { misplaced } from "../../src/core/directory/misplaced";
import { stationFacts } from "../world/stationFacts";
import { listingOf } from "./listing";

const AT = Date.UTC(2026, 10, 28) / 1000;
const CALLS = CURRENT_ENTITIES.map(({ prefix }) => `${prefix.split("/")[0]}7QRB`).filter(
  (call) => resolve(call, AT).entity !== null,
);

/** Which facts of a listing are doubted, of a station that is called as it truly is in the log. */
function doubtedOf(call: string, said: object): string[] {
  const listing = { ...EMPTY_LISTING, ...said, saidOn: "2025-01-01" };
  const { name } = stationFacts(call, AT)!;
  const contact = { call, at: AT, entityCode: resolve(call, AT).entity!.code, names: name === null ? [] : [name] };
  return ENRICHED.filter((fact) => misplaced(fact, listing, contact) !== null);
}

test("nothing that is true is doubted", () => {
  expect(CALLS.filter((call) => doubtedOf(call, stationFacts(call, AT)!).length > 0)).toEqual([]);
});

test("of the faults that are planted most are doubted, and what is doubted differs from the truth", () => {
  let [planted, doubted] = [0, 0];
  for (const call of CALLS) {
    const said = listingOf(call, AT);
    if (said === null) continue;
    const truth = stationFacts(call, AT)!;
    const isFaulty = (Object.keys(truth) as (keyof typeof truth)[]).some((fact) => said[fact] !== truth[fact]);
    const facts = doubtedOf(call, said);
    if (isFaulty) planted++;
    if (facts.length > 0) doubted++;
    if (!isFaulty) expect([call, facts]).toEqual([call, []]);
  }
  expect(planted).toBeGreaterThan(8);
  expect(doubted / planted).toBeGreaterThan(0.7);
});
