import { DirectoryList } from "../DirectoryList";
import type { StationPage } from "../stationPage";
import { useDirectories } from "../useDirectories";

export const DIRECTORIES_PAGE: StationPage = {
  id: "directories",
  name: "Directories",
  about: "Where it is looked up who and where a station is.",
  useLine() {
    const items = useDirectories().data?.items;
    if (items === undefined) return null;
    const used = items.filter(({ isUsed }) => isUsed);
    if (used.length === 0) return { text: "none is asked" };
    const resting = used.filter(({ rest }) => rest !== null);
    const names = used.map(({ name }) => name).join(", then ");
    return resting.length === 0
      ? { text: names }
      : { text: `${resting.map(({ name }) => name).join(", ")} left alone`, isWrong: true };
  },
  Page: DirectoryList,
};
