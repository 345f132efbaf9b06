import { many } from "../../kit/format";
import { useMay } from "../../people/acting";
import { PeopleList } from "../../people/PeopleList";
import { usePeople, useSharing } from "../../people/usePeople";
import type { StationPage } from "../stationPage";

export const PEOPLE_PAGE: StationPage = {
  id: "people",
  name: "People",
  about: "Who may log, read or keep this station with you.",
  useLine() {
    const sharing = useSharing().data;
    const items = usePeople(useMay("own", null)).data?.items;
    if (sharing === undefined) return null;
    if (!sharing.isShared) return { text: "this computer alone" };
    return { text: items === undefined ? "shared" : `shared, ${many(items.length, "person", "people")}` };
  },
  Page: PeopleList,
};
