import * as logbooks from "@/core/contract/endpoints/logbooks";
import { fullTime } from "@/core/time/words";
import { ask } from "../../kit/api";
import { count, many } from "../../kit/format";
import { useLogbook } from "../../shell/logbook";
import type { FirstStep } from "../firstStep";

export const LOG_STEP: FirstStep = {
  id: "log",
  name: "Your log so far",
  about: "Drop your files on the Desk, or press Import there: what is worked and confirmed is known from then on.",
  useState() {
    const { contactCount, name } = useLogbook().logbook;
    return { isDone: contactCount > 0, text: `${many(contactCount, "contact")} in ${name}` };
  },
  way: { label: "The Desk", href: "/desk" },
  async test({ id, name }) {
    const totals = await ask(logbooks.logbookTotals, { params: { logbookId: id } });
    const { contacts, confirmed, entities, first, last } = totals;
    if (first === null || last === null)
      throw new Error(`${name} is empty: import a file, or log a contact, at the Desk`);
    return [
      `${many(contacts, "contact")} from ${fullTime(first)} to ${fullTime(last)}, ${count(confirmed)} of them confirmed, with ${many(entities, "entity", "entities")}.`,
    ];
  },
};
