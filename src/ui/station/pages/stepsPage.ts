import { FirstSteps } from "../FirstSteps";
import { useSteps } from "../firstSteps";
import type { StationPage } from "../stationPage";

export const STEPS_PAGE: StationPage = {
  id: "first-steps",
  name: "First steps",
  about: "What a new station needs, in order, each with a test that says whether it works.",
  useLine() {
    const steps = useSteps();
    if (!steps.every(({ isKnown }) => isKnown)) return null;
    const open = steps.filter(({ standing }) => standing === "open").length;
    return { text: open === 0 ? "all done" : `${open} of ${steps.length} to be done` };
  },
  Page: FirstSteps,
};
