import { fullTime } from "@/core/time/words";
import { useNow } from "../../kit/useNow";
import { BackupList } from "../BackupList";
import type { StationPage } from "../stationPage";
import { backupState, useBackups } from "../useBackups";

export const BACKUPS_PAGE: StationPage = {
  id: "backups",
  name: "Backups",
  about: "How the logs were, and the way back.",
  useLine() {
    const { data } = useBackups();
    const now = useNow();
    if (data === undefined || now === null) return null;
    const { isWrong, short } = backupState(data, now);
    const [newest] = data.items;
    if (short !== "") return { text: short, isWrong };
    return { text: newest === undefined ? "none yet" : `newest ${fullTime(newest.madeAt)}` };
  },
  Page: BackupList,
};
