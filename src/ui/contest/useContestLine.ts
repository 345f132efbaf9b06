"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { toast } from "sonner";
import { partsOf, stationByCall, type StationGiven, stationOf } from "@/core/contest";
import { type ContactInput, isoOf, secondsOf } from "@/core/contact";
import type { ContestWorth, Entry, LoggedContact } from "@/core/contract";
import type { ContestLine } from "../entry/contestLine";
import type { Draft } from "../entry/draft";
import { useNow } from "../kit/useNow";
import { useRadio } from "../shell/radio";
import { contestContact } from "./contestContact";
import { entryReceiver, logOrKeep } from "../entry/handIns";
import { useHandIns } from "../entry/useHandIns";
import type { Seat } from "./position";
import { sentValues } from "./sentValues";
import { useSerial } from "./useSerial";
import { useStanding } from "./useStanding";
import { useWorth } from "./useWorth";

interface Asked {
  readonly entry: Entry | null | undefined;
  readonly seat: Seat | null;
  readonly draft: Draft;
}

/** Where a contest stands against the clock, or the time that is typed. */
export type Phase = "before" | "running" | "after";

export function phaseAt({ period }: Pick<Entry, "period">, iso: string): Phase {
  if (iso < period.from) return "before";
  return iso < period.to ? "running" : "after";
}

/**
 * The contest that the entry line logs into: what stands in the fields, what it would be worth, and the logging, also
 * while the server is away. Before its start and after its end it is passed over unless told otherwise.
 */
export function useContestLine({ entry, seat, draft }: Asked) {
  const band = useRadio((radio) => radio.band);
  const mode = useRadio((radio) => radio.mode);
  const now = useNow();
  const client = useQueryClient();
  const [allTheSame, setAllTheSame] = useState<number | null>(null);
  const standing = useStanding(entry ?? null);
  const at = draft.past === null ? now : isoOf(draft.past);
  const phase = entry && at !== null ? phaseAt(entry, at) : null;
  const inForce = entry != null && seat !== null && (phase === "running" || allTheSame === entry.id);
  const worth = useWorth(inForce ? entry : null, draft, band, mode, now);
  const { waiting, countAnew } = useHandIns(entry == null ? null : entryReceiver(entry.id));

  const call = draft.call.trim();
  const { side, parts, byCall } = useMemo(() => {
    if (entry == null) return { side: "", parts: [], byCall: {} };
    const station = stationByCall(call, secondsOf(entry.period.from));
    const { side: theirs } = stationOf(entry.rules, station);
    const sent = partsOf(entry.rules, theirs);
    return { side: theirs, parts: sent, byCall: guessesByCall(sent, station) };
  }, [entry, call]);
  const nextSerial = (standing?.nextSerial ?? 1) + waiting;
  const { serial, reserve, giveBack, spend } = useSerial(entry, seat);
  const sends = entry == null ? "" : sentText(entry, serial ?? nextSerial, mode);
  const fits = worth?.call === draft.call;

  async function post(input: ContactInput, received: Readonly<Record<string, string>>): Promise<LoggedContact | null> {
    const contact = contestContact(input, received, seat!, await spend());
    const kept = { ...contact, serialSent: contact.serialSent ?? nextSerial };
    const logged = await logOrKeep(entryReceiver(entry!.id), contact, kept);
    if (logged === null) {
      countAnew();
      return null;
    }
    void client.invalidateQueries({ queryKey: ["contest", entry!.id, "standing"] });
    if (logged.remark !== null) toast.warning(`${input.call}: ${logged.remark}.`);
    return { ...logged.contact, batchId: logged.batchId };
  }

  const line: ContestLine | null = !inForce
    ? null
    : {
        entry,
        side,
        parts,
        guesses: fits ? worth.guesses : byCall,
        lastSerial: fits ? lastSerialOf(worth, parts) : null,
        lastAt: standing?.lastAt ?? null,
        sends,
        button: "Log it",
        take: () => true,
        cleared: giveBack,
        post,
      };
  return {
    line,
    worth: inForce && fits ? worth : null,
    phase,
    inForce,
    waiting,
    standing,
    serial: serial ?? nextSerial,
    reserve,
    logAllTheSame: () => setAllTheSame(entry?.id ?? null),
  };
}

/** What the call alone tells of the exchange, before the server has answered, or without it. */
function guessesByCall(parts: ContestLine["parts"], { cqZone, ituZone }: StationGiven): ContestWorth["guesses"] {
  return Object.fromEntries(
    parts.flatMap(({ id, type }) => {
      const zone = type === "cqZone" ? cqZone : type === "ituZone" ? ituZone : null;
      return zone === null ? [] : [[id, { value: String(zone).padStart(2, "0"), from: "the call" }]];
    }),
  );
}

function lastSerialOf({ before }: ContestWorth, parts: ContestLine["parts"]): number | null {
  const part = parts.find(({ type }) => type === "serial");
  const value = part === undefined ? undefined : before[0]?.values[part.id];
  return value === undefined ? null : Number(value);
}

/** What goes out as our exchange. */
export function sentText(entry: Entry, serial: number, mode: string): string {
  const values = sentValues(entry, serial, mode);
  return partsOf(entry.rules, entry.side)
    .map(({ id, type }) => (type === "serial" ? values[id]!.padStart(3, "0") : (values[id] ?? "?")))
    .join(" ");
}
