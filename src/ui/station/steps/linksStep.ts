import * as endpoints from "@/core/contract/endpoints/links";
import { ask } from "../../kit/api";
import { useLinks } from "../../shell/useLinks";
import type { FirstStep } from "../firstStep";

export const LINKS_STEP: FirstStep = {
  id: "links",
  name: "Your radio, and what else is linked",
  about: "A linked radio fills in frequency, mode and power, and is tuned by a press. Without one all works by hand.",
  useState() {
    const { links, loaded } = useLinks();
    if (!loaded) return null;
    const up = links.filter(({ phase }) => phase === "up").map(({ name }) => name);
    return { isDone: up.length > 0, text: up.length === 0 ? "Nothing is connected" : `Connected: ${up.join(", ")}` };
  },
  way: { label: "Links", href: "/station?page=links" },
  async test() {
    const { items } = await ask(endpoints.links);
    const used = items.filter(({ phase }) => phase !== "off");
    if (used.length === 0) throw new Error("there is no link that is on: add your radio, or pass this step over");
    const faults: string[] = [];
    for (const { id, name, kind, settings } of used) {
      const { items: steps } = await ask(endpoints.testLink, { body: { kind, settings, secretsOf: id } });
      const failed = steps.find(({ ok }) => !ok);
      if (failed !== undefined) faults.push(`${name}: ${failed.text}`);
    }
    if (faults.length > 0) throw new Error(faults.join("; "));
    return [`Every step of their tests works: ${used.map(({ name }) => name).join(", ")}.`];
  },
};
