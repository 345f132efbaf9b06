import * as directories from "@/core/contract/endpoints/directories";
import { ask } from "../../kit/api";
import type { FirstStep } from "../firstStep";
import { useDirectories } from "../useDirectories";

export const DIRECTORIES_STEP: FirstStep = {
  id: "directories",
  name: "The directories of stations",
  about: "Say which are asked who and where a station is: name, place and grid then stand beside what is typed.",
  useState() {
    const items = useDirectories().data?.items;
    if (items === undefined) return null;
    const used = items.filter(({ isUsed }) => isUsed);
    const names = used.map(({ name }) => name).join(", ");
    return { isDone: used.some(({ listed }) => listed > 0), text: names === "" ? "None is asked" : `Asked: ${names}` };
  },
  way: { label: "Directories", href: "/station?page=directories" },
  async test({ site: { call } }) {
    const { items } = await ask(directories.directories);
    const used = items.filter(({ isUsed }) => isUsed);
    if (used.length === 0) throw new Error("none is asked: turn one on, or pass this step over");
    const said = await Promise.all(
      used.map(async ({ id, name, settings }) => {
        const { items: steps } = await ask(directories.testDirectory, {
          params: { directory: id },
          body: { settings, call },
        });
        const fault = steps.find(({ ok }) => !ok);
        if (fault !== undefined) throw new Error(fault.text);
        return `${name}: ${steps.map(({ text }) => text).join(" ")}`;
      }),
    );
    return said;
  },
};
