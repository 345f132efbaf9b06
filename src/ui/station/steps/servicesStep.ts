import { serviceById } from "@/core/confirm";
import * as confirm from "@/core/contract/endpoints/confirm";
import { ask } from "../../kit/api";
import { many } from "../../kit/format";
import { useLogbook } from "../../shell/logbook";
import { useOutboxes } from "../../shell/useOutboxes";
import type { FirstStep } from "../firstStep";

export const SERVICES_STEP: FirstStep = {
  id: "services",
  name: "The services that confirm",
  about: "Say how each is reached, and what signs for your calls: then what you log waits for it, and goes out.",
  useState() {
    const outboxes = useOutboxes(useLogbook().logbook.id);
    if (outboxes.length === 0) return null;
    const names = outboxes.filter(({ isUsed }) => isUsed).map(({ service }) => serviceById(service).name);
    return { isDone: names.length > 0, text: names.length === 0 ? "None is used" : `Used: ${names.join(", ")}` };
  },
  way: { label: "Services", href: "/station?page=services" },
  async test({ id: logbookId }) {
    const { items } = await ask(confirm.outboxes, { params: { logbookId } });
    const used = items.filter(({ isUsed }) => isUsed);
    if (used.length === 0) throw new Error("no service is used: set one up, or pass this step over");
    const faults: string[] = [];
    const works: string[] = [];
    for (const { service } of used) {
      const { name } = serviceById(service);
      try {
        const { items: calls } = await ask(confirm.account, { params: { logbookId, service } });
        const contacts = calls.reduce((sum, one) => sum + one.contacts, 0);
        works.push(`${name} knows you, and has ${many(contacts, "contact")} of yours.`);
      } catch (error) {
        faults.push(`${name}: ${(error as Error).message}`);
      }
    }
    if (faults.length > 0) throw new Error(faults.join("; "));
    return works;
  },
};
