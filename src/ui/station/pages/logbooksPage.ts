import { many } from "../../kit/format";
import { useLogbook } from "../../shell/logbook";
import { LogbookList } from "../LogbookList";
import type { StationPage } from "../stationPage";

export const LOGBOOKS_PAGE: StationPage = {
  id: "logbooks",
  name: "Logbooks",
  about: "Each with its own contacts, and what it offers before anything is typed.",
  useLine() {
    const { logbook, logbooks } = useLogbook();
    return { text: logbooks.length === 1 ? logbook.name : `${logbook.name}, of ${many(logbooks.length, "logbook")}` };
  },
  Page: LogbookList,
};
