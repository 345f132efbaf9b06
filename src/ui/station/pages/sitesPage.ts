import { useLogbook } from "../../shell/logbook";
import { SitesPage } from "../SitesPage";
import type { StationPage } from "../stationPage";

export const SITES_PAGE: StationPage = {
  id: "sites",
  name: "Sites",
  about: "The places you operate from. What is said of one goes with every contact that is logged from it.",
  useLine() {
    const { name, grid } = useLogbook().logbook.site;
    return { text: `${name}, ${grid}` };
  },
  Page: SitesPage,
};
