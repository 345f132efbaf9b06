import { useLinks } from "../../shell/useLinks";
import { ArrivalList } from "../ArrivalList";
import { DescriptorList } from "../DescriptorList";
import { LinkList } from "../LinkList";
import type { StationPage } from "../stationPage";

export const LINKS_PAGE: StationPage = {
  id: "links",
  name: "Links",
  about: "What this station is connected to. Without any, everything works by hand.",
  useLine() {
    const { links, loaded } = useLinks();
    if (!loaded) return null;
    const on = links.filter(({ phase }) => phase !== "off");
    const up = on.filter(({ phase }) => phase === "up");
    const isWrong = on.some(({ phase }) => phase === "waiting" || phase === "refused");
    if (links.length === 0) return { text: "none" };
    return { text: on.length === 0 ? "all off" : `${up.length} of ${on.length} connected`, isWrong };
  },
  Page: () => (
    <>
      <LinkList />
      <DescriptorList />
      <ArrivalList />
    </>
  ),
};
