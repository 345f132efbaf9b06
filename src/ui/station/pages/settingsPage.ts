import { many } from "../../kit/format";
import { useChangedKeys } from "../../kit/changedKeys";
import { SettingsPage } from "../SettingsPage";
import type { StationPage } from "../stationPage";

export const SETTINGS_PAGE: StationPage = {
  id: "settings",
  name: "Keys and settings",
  about: "How Ypsiloid looks and listens in this browser.",
  useLine() {
    const changed = Object.keys(useChangedKeys()).length;
    return { text: changed === 0 ? "keys as shipped" : `${many(changed, "key")} changed` };
  },
  Page: SettingsPage,
};
