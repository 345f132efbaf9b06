import * as logbooks from "@/core/contract/endpoints/logbooks";
import { entityByCode, gridDoubt } from "@/core/entity";
import { ask } from "../../kit/api";
import { useLogbook } from "../../shell/logbook";
import type { FirstStep } from "../firstStep";

export const SITE_STEP: FirstStep = {
  id: "site",
  name: "Where you operate from",
  about: "Your call and grid give the beams, the distances, the zones, and what is allowed on which band.",
  useState() {
    const { name, call, grid } = useLogbook().logbook.site;
    return { isDone: true, text: `${name}: ${call} in ${grid}` };
  },
  way: { label: "Sites", href: "/station?page=sites" },
  async test({ id }) {
    const { site } = await ask(logbooks.logbook, { params: { logbookId: id } });
    const { call, grid, entityCode, cqZone, ituZone } = site;
    const doubt = gridDoubt(call, grid, Date.now() / 1000);
    if (doubt !== null) throw new Error(doubt);
    const entity = entityCode === null ? undefined : entityByCode(entityCode);
    if (entity === undefined) return [`${call} is in no entity, as at sea.`];
    return [`${call} is in ${entity.name}, CQ zone ${cqZone}, ITU zone ${ituZone}, and ${grid} may lie there.`];
  },
};
