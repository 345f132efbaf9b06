import { stepsFor, stepText } from "./inStep";
import { SERVICES } from "./services";

test("what is confirmed is fetched before it is brought, what is brought was sent before, and what came of it is fetched", () => {
  expect(stepsFor(SERVICES).map(stepText)).toEqual([
    "Look how each stands",
    "Fetch from Lantern",
    "Fetch from Tideline",
    "Send to Lantern what it lacks",
    "Send to Tideline what it lacks",
    "Bring to Tideline what is confirmed elsewhere",
    "Fetch from Tideline",
    "Look again",
  ]);
});

test("nothing is brought to who hears of no others", () => {
  expect(stepsFor(SERVICES.filter(({ bring }) => bring === null)).map(({ kind }) => kind)).toEqual([
    "before",
    "fetch",
    "send",
    "after",
  ]);
});
