import * as endpoints from "@/core/contract/endpoints/backups";
import { fullTime } from "@/core/time/words";
import { ask } from "../../kit/api";
import { bytesText } from "../../kit/format";
import { useBackups } from "../useBackups";
import type { FirstStep } from "../firstStep";

export const BACKUPS_STEP: FirstStep = {
  id: "backups",
  name: "Backups, on two disks",
  about: "One is made each day by itself. Name a folder on another disk, and each goes there, too.",
  useState() {
    const { data } = useBackups();
    if (data === undefined) return null;
    const { second } = data.settings;
    const [newest] = data.items;
    const made = newest === undefined ? "None yet" : `The newest is of ${fullTime(newest.madeAt)} UTC`;
    return { isDone: second !== null, text: `${made}; ${second === null ? "no second folder" : `also in ${second}`}` };
  },
  way: { label: "Backups", href: "/station?page=backups" },
  async test() {
    const { name, bytes, isInSecond } = await ask(endpoints.makeBackup);
    return [
      `${name} was made, checked and read back: ${bytesText(bytes)}${isInSecond ? ", and is in the second folder" : ""}.`,
    ];
  },
};
