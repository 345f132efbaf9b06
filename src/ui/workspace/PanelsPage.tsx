"use client";

import { useCallback, useEffect, useEffectEvent, useMemo, useRef } from "react";
import { toast } from "sonner";
import type { Box } from "@/core/contract";
import { useSeat } from "../contest/position";
import { useEntryOn } from "../contest/useEntries";
import { NOTHING_TYPED, useTypedStation } from "../entry/useTypedStation";
import { useAddress } from "../kit/useAddress";
import { useLogbook } from "../shell/logbook";
import { type Picked, useTuning } from "../shell/radio";
import { pickElsewhere, tellSiblings, useSiblings } from "../shell/siblings";
import { AtHandProvider } from "./atHand";
import { PANEL_PLACES, type PanelPlace } from "./keptWorkspace";
import { PanelContent } from "./PanelContent";
import { isPanel, panelById } from "./panels";
import { reads, rootOf, withBox } from "./placing";
import { useToldTyped } from "./tellTyped";
import { useWorkspace } from "./useWorkspace";
import { WorkspaceMenu } from "./WorkspaceMenu";
import { WorkspaceRoom } from "./WorkspaceRoom";

/** A window of panels without an entry line: one of a workspace, or of a single panel. */
export function PanelsPage() {
  const [params] = useAddress();
  const panel = params.get("panel") ?? "";
  const place = PANEL_PLACES.find((one) => one === params.get("place"));
  const number = Number(params.get("window"));
  if (isPanel(panel)) return <OnePanel panel={panel} />;
  if (place !== undefined && number > 0)
    return <WorkspaceWindow key={`${place} ${number}`} place={place} number={number} />;
  return <p className="p-8 text-center text-soft">There is no such panel. Close this window.</p>;
}

/** What panels have at hand where the entry line is in another window. */
function useAwayAtHand(isRead: boolean) {
  const { logbook } = useLogbook();
  const told = useToldTyped();
  const { typed, askNote, windows } = useTypedStation(logbook, isRead ? told : NOTHING_TYPED);
  const entry = useEntryOn(logbook.id) ?? null;
  const [seat, setSeat] = useSeat();
  const tuning = useTuning();
  const pick = useCallback(
    (picked: Picked) =>
      void pickElsewhere(picked).then((done) => {
        if (done) return;
        tuning.goTo(picked);
        if (picked.call !== null)
          toast(`The radio is there. No entry line is open for ${picked.call}: open the Desk in the other window.`);
      }),
    [tuning],
  );
  // The entry line is in the window that opened this one.
  const leave = useCallback(() => (window.opener as Window | null)?.focus(), []);
  const atHand = useMemo(
    () => ({ ...{ entry, leave, pick, askNote, seat, setSeat }, way: "search" as const, overLog: null }),
    [entry, leave, pick, askNote, seat, setSeat],
  );
  return { atHand, typed, windows, call: told.call };
}

function OnePanel({ panel }: { panel: string }) {
  const { title, reads: isRead } = panelById(panel)!;
  const { atHand, typed, windows } = useAwayAtHand(isRead);
  useTitle(title);
  const box = useRef<HTMLDivElement>(null);
  // As soon as it is loaded, and there is something in it to go to.
  useEffect(() => {
    const observer = new MutationObserver(() => {
      const first = box.current?.querySelector<HTMLElement>("[tabindex='0']");
      if (first == null) return;
      observer.disconnect();
      first.focus();
    });
    observer.observe(box.current!, { childList: true, subtree: true });
    return () => observer.disconnect();
  }, []);
  return (
    <AtHandProvider atHand={atHand} typed={typed}>
      <h1 className="sr-only">{title}</h1>
      <div ref={box} className="panel @container h-full overflow-auto">
        <PanelContent panel={panel} />
      </div>
      {windows}
    </AtHandProvider>
  );
}

function WorkspaceWindow({ place, number }: { place: PanelPlace; number: number }) {
  const workspace = useWorkspace(place);
  const { current, show } = workspace;
  const { atHand, typed, windows, call } = useAwayAtHand(reads(current.arrangement, number));
  const isThere = rootOf(current.arrangement, number) !== null;
  useTitle(`${current.name}, window ${number}`);
  usePresence(place, number);
  const wasThere = useRef(false);
  useEffect(() => {
    // Another workspace is shown, or its last panel went elsewhere.
    if (wasThere.current && !isThere) window.close();
    wasThere.current = isThere;
  }, [isThere]);
  useKeptBox((box) => {
    if (isThere) show({ ...current, arrangement: withBox(current.arrangement, number, box) });
  });
  if (!isThere)
    return (
      <p className="p-8 text-center text-soft">The workspace {current.name} has no such window. Close this one.</p>
    );
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)]">
      <header className="flex items-center gap-4 border-b border-line bg-panel px-4 py-1">
        <h1 className="sr-only">
          {current.name}, window {number}
        </h1>
        <span className="flex-1 truncate text-soft">
          {call === "" ? "What is typed in the other window stands here." : call}
        </span>
        <WorkspaceMenu workspace={workspace} isHome={false} />
      </header>
      <WorkspaceRoom workspace={workspace} window={number} atHand={atHand} typed={typed} />
      {windows}
    </div>
  );
}

function useTitle(title: string): void {
  useEffect(() => {
    document.title = `${title} · Ypsiloid`;
  }, [title]);
}

/** Where this window stands is kept when one leaves it. */
function useKeptBox(keep: (box: Box) => void): void {
  const kept = useRef("");
  const leave = useEffectEvent(() => {
    const { screenX: left, screenY: top, outerWidth: width, outerHeight: height } = window;
    const box = { left, top, width, height };
    const text = JSON.stringify(box);
    if (kept.current !== text) keep(box);
    kept.current = text;
  });
  useEffect(() => {
    const onLeave = () => leave();
    const events = ["blur", "pagehide"] as const;
    for (const event of events) window.addEventListener(event, onLeave);
    return () => events.forEach((event) => window.removeEventListener(event, onLeave));
  }, []);
}

/** The window with the entry line hears that this one is there. */
function usePresence(place: PanelPlace, number: number): void {
  useSiblings((news) => {
    if (news.is === "askWindows") tellSiblings({ is: "window", place, number, here: true });
  });
  useEffect(() => {
    const tell = (here: boolean) => tellSiblings({ is: "window", place, number, here });
    const gone = () => tell(false);
    tell(true);
    window.addEventListener("pagehide", gone);
    return () => {
      window.removeEventListener("pagehide", gone);
      gone();
    };
  }, [place, number]);
}
