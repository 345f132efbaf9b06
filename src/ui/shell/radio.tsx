"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import {
  createContext,
  type ReactNode,
  useContext,
  useEffect,
  useEffectEvent,
  useRef,
  useState,
  useSyncExternalStore,
} from "react";
import { toast } from "sonner";
import { bandByName, MODES } from "@/core/band";
import type { Link } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/links";
import { regionOf } from "@/core/entity";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { tabId } from "../kit/tabId";
import { readyLease } from "../keying/lease";
import { RTTY_WAY } from "../keying/rttyWay";
import { useLive } from "../kit/useLive";
import { licensedAt } from "./licence";
import { useLogbook } from "./logbook";
import { createRadioStore, type RadioSetting, type RadioStore, type RadioView } from "./radioStore";
import { tellSiblings } from "./siblings";
import { type Tuning, tuningOf } from "./tuning";

import { useLinks } from "./useLinks";
import { useSharedRadio } from "./useSharedRadio";

export type { Picked } from "./tuning";

const START: RadioSetting = { frequencyHz: 21_025_300, band: "15m", mode: "CW", submode: null };
const KEPT_AS = "radio";
const Stores = createContext<RadioStore | null>(null);
const Tunings = createContext<Tuning | null>(null);

/** Knows where one is, from the radio that this position follows, or as typed. */
export function RadioProvider({ children }: { children: ReactNode }) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const { links, loaded, error } = useLinks();
  const region = regionOf(logbook.site.entityCode);
  const licensed = licensedAt(logbook.site);
  const [store] = useState(() =>
    createRadioStore({
      start: START,
      // Of this window first, which one that it opens has from it.
      keep: (setting) => {
        for (const storage of [sessionStorage, localStorage]) storage.setItem(KEPT_AS, JSON.stringify(setting));
      },
      tell: ({ id }, change) => ask(endpoints.commandLink, { params: { linkId: id }, body: { do: "set", change } }),
      refused: (error) => toast.error(error.message, { id: "radio" }),
      rttyAsSound: () => RTTY_WAY.get().by === "sound",
      paint: (work) => requestAnimationFrame(work),
    }),
  );
  const { data: chosen, isPending } = useQuery({
    queryKey: ["positionRadio"],
    queryFn: () => ask(endpoints.positionRadio, { params: { position: tabId() } }),
    staleTime: Infinity,
  });
  const radios = links.filter(({ role, on }) => role === "radio" && on);
  const followed = radios.find(({ id }) => id === chosen?.linkId) ?? null;
  useEffect(() => {
    const kept = readKept();
    // The first paint must equal the server's, which cannot know what this browser kept.
    if (kept !== null) queueMicrotask(() => store.type(kept));
  }, [store]);
  useEffect(() => store.follow(followed), [store, followed]);
  const transmits = links.some(({ role, on }) => on && (role === "radio" || role === "keyer"));
  useEffect(() => {
    if (transmits) readyLease();
  }, [transmits]);
  const follow = (linkId: number | null) => client.setQueryData(["positionRadio"], { linkId });
  useSharedRadio(store, follow);
  useLive((event) => {
    if (event.type !== "link" || event.linkId !== followed?.id) return;
    if (event.news?.is === "radio") store.heard(event.news.change);
  });

  function choose(linkId: number | null): void {
    follow(linkId);
    tellSiblings({ is: "follow", linkId });
    ask(endpoints.choosePositionRadio, { params: { position: tabId() }, body: { linkId } }).catch((error: Error) =>
      toast.error(error.message),
    );
  }
  const [{ tuning, surround }] = useState(() => tuningOf(store));
  useEffect(() => surround({ region, licensed, radios, known: (loaded || error !== null) && !isPending, choose }));
  useActions([
    { id: "nextRadio", run: tuning.nextRadio },
    { id: "transmit", run: tuning.transmit },
    { id: "stopAll", run: tuning.stopAll },
    { id: "byHand", label: "Follow no radio: frequency and mode by hand", run: () => tuning.choose(null) },
  ]);
  return (
    <RadioOf store={store} tuning={tuning}>
      <EscapeStops links={links} />
      <Remarks links={links} />
      {children}
    </RadioOf>
  );
}

/** Where one is for all below: another place than the radio's, which knows nothing of it. */
export function RadioOf({ store, tuning, children }: { store: RadioStore; tuning: Tuning; children: ReactNode }) {
  return (
    <Stores value={store}>
      <Tunings value={tuning}>{children}</Tunings>
    </Stores>
  );
}

/** While any radio transmits, Escape stops all, from anywhere, and does nothing else. */
function EscapeStops({ links }: { links: readonly Link[] }) {
  const tuning = useTuning();
  const [sending, setSending] = useState<ReadonlySet<number>>(new Set());
  useEffect(() => {
    const on = links.filter(({ radio }) => radio?.state.transmitting === true).map(({ id }) => id);
    queueMicrotask(() => setSending(new Set(on)));
  }, [links]);
  useLive((event) => {
    if (event.type !== "link" || event.news?.is !== "radio" || event.news.change.transmitting == null) return;
    const { linkId, news } = event;
    setSending((before) => {
      const now = new Set(before);
      if (news.change.transmitting === true) now.add(linkId);
      else now.delete(linkId);
      return now;
    });
  });
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (event.key !== "Escape" || sending.size === 0) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    tuning.stopAll();
  });
  useEffect(() => {
    const listener = (event: KeyboardEvent) => onKey(event);
    window.addEventListener("keydown", listener, true);
    return () => window.removeEventListener("keydown", listener, true);
  }, []);
  return null;
}

/** Says what is worth knowing of a link that is up, once: that a transmission was stopped, and why. */
function Remarks({ links }: { links: readonly Link[] }) {
  const said = useRef(new Set<string>());
  useEffect(() => {
    for (const { id, phase, text } of links) {
      const key = `${id} ${text ?? ""}`;
      if (phase !== "up" || text === null || said.current.has(key)) continue;
      said.current.add(key);
      toast.warning(text, { duration: REMARK_MS });
    }
  }, [links]);
  return null;
}

const REMARK_MS = 20_000;

/** A part of where one is: who asks is drawn anew when that part is another one. */
export function useRadio<Value>(select: (radio: RadioView) => Value): Value {
  const store = useContext(Stores)!;
  const read = () => select(store.get());
  return useSyncExternalStore(store.subscribe, read, read);
}

export function useTuning(): Tuning {
  return useContext(Tunings)!;
}

function readKept(): RadioSetting | null {
  const text = sessionStorage.getItem(KEPT_AS) ?? localStorage.getItem(KEPT_AS);
  try {
    const kept = JSON.parse(text ?? "null") as Partial<RadioSetting> | null;
    if (kept === null || bandByName(kept.band ?? "") === undefined || !MODES.some(({ name }) => name === kept.mode))
      return null;
    return {
      frequencyHz: typeof kept.frequencyHz === "number" ? kept.frequencyHz : null,
      band: kept.band!,
      mode: kept.mode!,
      submode: kept.submode ?? null,
    };
  } catch {
    return null;
  }
}
