import { count } from "../../kit/format";
import { useLogbook } from "../../shell/logbook";
import { useOutboxes } from "../../shell/useOutboxes";
import { ServiceList } from "../ServiceList";
import type { StationPage } from "../stationPage";

export const SERVICES_PAGE: StationPage = {
  id: "services",
  name: "Services and identities",
  about: "Where contacts are sent and confirmed, and what signs for your calls.",
  useLine() {
    const { logbook } = useLogbook();
    const outboxes = useOutboxes(logbook.id);
    if (outboxes.length === 0) return null;
    const isWrong = outboxes.some(({ pause }) => pause !== null);
    return { text: `${count(outboxes.reduce((sum, { waiting }) => sum + waiting, 0))} waiting`, isWrong };
  },
  Page: ServiceList,
};
