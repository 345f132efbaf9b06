"use client";

import { useRef, useState } from "react";
import { partsOf } from "@/core/contest";
import type { Entry } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { ask } from "../kit/api";
import type { Seat } from "./position";

/** The serial that goes out to the station in the line: reserved, so that no other position sends it, and given back. */
export function useSerial(entry: Entry | null | undefined, seat: Seat | null) {
  const [serial, setSerial] = useState<number | null>(null);
  const reserved = useRef<Promise<number | null> | null>(null);

  /** Makes sure that nobody else sends the serial that goes out now; null where there is none, or no server. */
  function reserve(): Promise<number | null> {
    const counts = entry != null && partsOf(entry.rules, entry.side).some(({ type }) => type === "serial");
    if (!counts || seat === null) return Promise.resolve(null);
    reserved.current ??= ask(contest.reserveSerial, { params: { entryId: entry.id }, body: { position: seat.id } })
      .then((answer) => {
        setSerial(answer.serial);
        return answer.serial;
      })
      .catch(() => null);
    return reserved.current;
  }

  function giveBack() {
    if (reserved.current === null || entry == null || seat === null) return;
    reserved.current = null;
    setSerial(null);
    void ask(contest.giveBackSerial, { params: { entryId: entry.id }, query: { position: seat.id } }).catch(() => {});
  }

  /** The reserved serial, for the contact that is logged with it; null where there is none. */
  async function spend(): Promise<number | null> {
    const sent = await reserved.current;
    reserved.current = null;
    setSerial(null);
    return sent;
  }
  return { serial, reserve, giveBack, spend };
}
