"use client";

import { ReadingPanel } from "../../entry/ReadingPanel";
import { useLogbook } from "../../shell/logbook";
import { useAtHand, useTyped } from "../atHand";

export default function Reading() {
  const { logbook } = useLogbook();
  const { askNote } = useAtHand();
  return <ReadingPanel logbook={logbook} typed={useTyped()} onNote={askNote} />;
}
