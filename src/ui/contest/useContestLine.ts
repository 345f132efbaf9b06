"use client";

import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useEffectEvent, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import { partsOf, stationByCall, type StationGiven, stationOf } from "@/core/contest";
import { type ContactInput, isoOf, LINE_FIELDS, secondsOf } from "@/core/contact";
import type { ContestContactInput, ContestWorth, Entry, LoggedContact, Standing } from "@/core/contract";
import { type ContestLine, partKey } from "../entry/contestLine";
import type { Draft } from "../entry/draft";
import * as contest from "@/core/contract/endpoints/contest";
import { ApiProblem, ask } from "../kit/api";
import { newId } from "../kit/newId";
import { useLive } from "../kit/useLive";
import { useRadio } from "../shell/radio";
import { dropHandIn, handInAll, type HandInReport, keepHandIn, keptHandIns, postContact } from "./handIns";
import type { Seat } from "./position";
import { sentValues } from "./sentValues";
import { useNow } from "../kit/useNow";

const TRY_AGAIN_MS = 4000;

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
  const radio = useRadio();
  const now = useNow();
  const client = useQueryClient();
  const [allTheSame, setAllTheSame] = useState<number | null>(null);
  const [waiting, setWaiting] = useState(0);
  const standing = useStanding(entry ?? null);
  const at = draft.past === null ? now : isoOf(draft.past);
  const phase = entry && at !== null ? phaseAt(entry, at) : null;
  const inForce = entry != null && seat !== null && (phase === "running" || allTheSame === entry.id);
  const worth = useWorth(inForce ? entry : null, draft, radio.band, radio.mode);
  const entryId = entry?.id ?? null;

  function tell({ taken, remarks, refused }: HandInReport) {
    setWaiting(entryId === null ? 0 : keptHandIns(entryId).length);
    if (taken > 0)
      toast.success(`${taken} ${taken === 1 ? "contact was" : "contacts were"} handed in.`, {
        ...(remarks.length === 0 ? {} : { description: remarks.join("; "), duration: 20_000 }),
      });
    for (const { call, text, handIn } of refused)
      toast.error(`${call} was not taken: ${text}. It stays in this browser.`, {
        id: handIn,
        duration: Infinity,
        action: {
          label: "Give it up",
          onClick: () => {
            dropHandIn(entryId!, handIn);
            setWaiting(keptHandIns(entryId!).length);
          },
        },
      });
  }
  useEffect(() => {
    if (entryId === null) return;
    const kept = keptHandIns(entryId).length;
    queueMicrotask(() => setWaiting(kept));
    if (kept > 0) void handInAll(entryId).then(tell);
    // Once, when the entry is there.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [entryId]);
  const tryHandIn = () => {
    if (entryId !== null) void handInAll(entryId).then(tell);
  };
  const onTimer = useEffectEvent(tryHandIn);
  const isWaiting = waiting > 0;
  useEffect(() => {
    if (!isWaiting) return;
    const timer = setInterval(() => onTimer(), TRY_AGAIN_MS);
    return () => clearInterval(timer);
  }, [isWaiting]);
  useLive((event) => event.type === "reconnected" && tryHandIn());

  const call = draft.call.trim();
  const { side, parts, byCall } = useMemo(() => {
    if (entry == null) return { side: "", parts: [], byCall: {} };
    const station = stationByCall(call, secondsOf(entry.period.from));
    const { side: theirs } = stationOf(entry.rules, station);
    const sent = partsOf(entry.rules, theirs);
    return { side: theirs, parts: sent, byCall: guessesByCall(sent, station) };
  }, [entry, call]);
  const nextSerial = (standing?.nextSerial ?? 1) + waiting;
  const [serial, setSerial] = useState<number | null>(null);
  const reserved = useRef<Promise<number | null> | null>(null);
  const sends = entry == null ? "" : sentText(entry, serial ?? nextSerial, radio.mode);
  const fits = worth?.call === draft.call;

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

  async function post(input: ContactInput, received: Readonly<Record<string, string>>): Promise<LoggedContact | null> {
    const sent = await reserved.current;
    reserved.current = null;
    setSerial(null);
    const contact = contestContact(input, received, seat!, sent);
    try {
      const logged = await postContact(entry!.id, contact);
      void client.invalidateQueries({ queryKey: ["contest", entry!.id, "standing"] });
      if (logged.remark !== null) toast.warning(`${input.call}: ${logged.remark}.`);
      return { ...logged.contact, batchId: logged.batchId };
    } catch (error) {
      if (!(error instanceof ApiProblem) || error.details.status !== 0) throw error;
      keepHandIn(entry!.id, { ...contact, serialSent: contact.serialSent ?? nextSerial });
      setWaiting(keptHandIns(entry!.id).length);
      return null;
    }
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
function sentText(entry: Entry, serial: number, mode: string): string {
  const values = sentValues(entry, serial, mode);
  return partsOf(entry.rules, entry.side)
    .map(({ id, type }) => (type === "serial" ? values[id]!.padStart(3, "0") : (values[id] ?? "?")))
    .join(" ");
}

const OTHER_FACTS = LINE_FIELDS.flatMap(({ fields }) => fields.map(({ key }) => key));

function contestContact(
  input: ContactInput,
  received: Readonly<Record<string, string>>,
  seat: Seat,
  serial: number | null,
): ContestContactInput {
  const facts = Object.fromEntries(
    OTHER_FACTS.map((key) => [key, input[key]] as const).filter(([, value]) => value !== undefined && value !== null),
  );
  return {
    call: input.call,
    startedAt: input.startedAt,
    endedAt: input.endedAt ?? null,
    band: input.band ?? "",
    frequencyHz: input.frequencyHz ?? null,
    mode: input.mode,
    submode: input.submode ?? null,
    received,
    serialSent: serial,
    operator: seat.operator,
    position: seat.id,
    handIn: newId(),
    facts,
    extra: input.extra ?? [],
  };
}

function useWorth(entry: Entry | null, draft: Draft, band: string, mode: string): ContestWorth | null {
  const typed = Object.fromEntries(
    Object.entries(draft.more)
      .filter(([key, value]) => key.startsWith(partKey("")) && value !== "")
      .map(([key, value]) => [key.slice(partKey("").length), value]),
  );
  const at = draft.past === null ? undefined : isoOf(draft.past);
  const asked = { call: draft.call, band, mode, typed: JSON.stringify(typed), at };
  const { data, refetch } = useQuery({
    queryKey: ["contest", entry?.id, "worth", asked],
    queryFn: ({ signal }) => ask(contest.worthOfTyped, { params: { entryId: entry?.id ?? 0 }, query: asked, signal }),
    enabled: entry !== null && draft.call.length > 1,
    placeholderData: keepPreviousData,
    staleTime: 0,
    gcTime: 10_000,
    retry: false,
  });
  useLive((event) => {
    if (event.type === "contacts" && entry !== null && draft.call.length > 1) void refetch({ cancelRefetch: false });
  });
  return entry !== null && draft.call.length > 1 ? (data ?? null) : null;
}

const CALM_MS = 250;

/** How an entry stands, kept up to date as contacts come in, from here and from the other positions. */
export function useStanding(entry: Entry | null): Standing | null {
  const client = useQueryClient();
  const key = ["contest", entry?.id, "standing"];
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const { data } = useQuery({
    queryKey: key,
    queryFn: () => ask(contest.standing, { params: { entryId: entry!.id } }),
    enabled: entry !== null,
    refetchInterval: 60_000,
  });
  useLive((event) => {
    if (entry === null || timer.current !== null) return;
    if (event.type !== "contacts" && event.type !== "manyContacts") return;
    if (event.logbookId !== entry.logbookId) return;
    // Several contacts a second are looked at together.
    timer.current = setTimeout(() => {
      timer.current = null;
      void client.invalidateQueries({ queryKey: ["contest", entry.id] });
    }, CALM_MS);
  });
  return entry === null ? null : (data ?? null);
}
