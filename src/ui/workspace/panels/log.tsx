"use client";

import { Log } from "../../log/Log";
import { useAtHand } from "../atHand";

export default function LogOfAll() {
  const { leave, overLog } = useAtHand();
  return <Log onLeave={leave}>{overLog}</Log>;
}
