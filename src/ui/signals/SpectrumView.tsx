"use client";

import { transfer } from "comlink";
import { type MouseEvent, type PointerEvent, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import { bandOfFrequency, modeGroup } from "@/core/band";
import { baseCall } from "@/core/callsign";
import type { Link as LinkView, SpotView } from "@/core/contract";
import { regionOf } from "@/core/entity";
import {
  type FoundSignal,
  landingOf,
  nearestSignal,
  type ReadLine,
  type ReadPlace,
  soundPlaceOf,
  SPECTRUM_WINDOWS,
} from "@/core/signal";
import { type BandEntry, bandEntries, nextEntry } from "../airwaves/bandEntries";
import { BandNames } from "../airwaves/BandNames";
import { ACROSS, bandPlan, wayOf } from "../airwaves/bandPlan";
import { BandNeedle, BandScale } from "../airwaves/BandScale";
import { useActions } from "../kit/actions";
import { LoadFailure } from "../kit/LoadFailure";
import { useKept } from "../kit/kept";
import { pressKey } from "../kit/pressKey";
import { useLive } from "../kit/useLive";
import { useNow } from "../kit/useNow";
import { useSize } from "../kit/useSize";
import { turnsOf, useWheel } from "../kit/useWheel";
import { useValue } from "../kit/valueStore";
import { useLogbook } from "../shell/logbook";
import { type Picked, useRadio, useTuning } from "../shell/radio";
import { HERE } from "../tuning/marks";
import { hertzAt, keptInSight, reachOf, stretched, type View, viewAround } from "../tuning/rulerView";
import { useBandMarks } from "../tuning/useBandMarks";
import { heardEntries, nextSignal, signalAt } from "./heardEntries";
import { createHeardStore, type HeardStore } from "./heardStore";
import { DecodedText } from "./DecodedText";
import { keptPicture } from "./keptPicture";
import { LevelHandle } from "./LevelHandle";
import { coloursOf, type PictureColours } from "./pictureColours";
import { layoutOf, placedIn } from "./pictureLayout";
import { PictureMarks } from "./PictureMarks";
import { Player } from "./Player";
import { ReceiverText } from "./ReceiverText";
import { linesShown, useReadByHand, useReadMarks, useTextPlaces } from "./readMarks";
import { SignalMarks } from "./SignalMarks";
import type { Source } from "./source";
import { TextBeside } from "./TextBeside";
import { besideNames } from "./textBeside";
import { type Pointer, SpectrumFoot } from "./SpectrumFoot";
import { SpectrumHead } from "./SpectrumHead";
import { usePictureWorker } from "./usePictureWorker";
import { useReadHere } from "./useReadHere";

const ZOOM = 1.5;
/** The least that is in sight, Hz. */
const LEAST_REACH = 2000;
/** A press that moves less is a press, pixels. */
const STILL_PX = 4;
/** A press so near to a signal is on it, pixels. */
const REACH_PX = 12;
/** How far a page key goes, of what is in sight. */
const PAGE = 0.75;
/** What the names take beside the ruler, pixels, where there is room for them. */
const NAMES = { lying: { room: 82, from: 300 }, upright: { room: 112, from: 330 } } as const;
/** Where text stands beside the names they take such a part of the width, from how much on, pixels. */
const TEXTS = { share: 0.5, from: 420, most: 480 } as const;
/** Rows a second that are asked for. */
const ROWS = 20;
/** So near to where one transmits, it is meant to be taken back, Hz. */
const SAME_HZ = 30;

const NOBODY: readonly BandEntry[] = [];
const NO_SPOTS: readonly SpotView[] = [];
const NO_LINES: readonly ReadLine[] = [];

interface SpectrumViewProps {
  source: Source;
  receiver: LinkView | undefined;
  receivers: readonly LinkView[];
  /** Of any band. */
  spots: readonly SpotView[];
  onPick: (picked: Picked) => void;
  /** Leaves it for the entry line. */
  onLeave: () => void;
  /** Begins anew what failed. */
  onAgain: () => void;
  /** Hears a receiver. */
  onReceiver: (linkId: number) => void;
  /** Hears a sound input; null for the usual one. */
  onSound: (deviceId: string | null) => void;
  /** Hears the sound input no more. */
  onSilence: () => void;
  /** Asks for a recording. */
  onChoose: () => void;
  /** Closes the recording. */
  onClose: () => void;
}

interface Drag {
  readonly along: number;
  readonly view: View;
  readonly moved: boolean;
}

/**
 * What a receiver hears: its levels now, and before, with the calls of those who are heard. A press goes to the nearest
 * signal, with Shift to the place itself, with Ctrl it sets where one transmits; with the other button it is read, or no
 * more; the wheel stretches, dragging moves.
 */
export function SpectrumView(props: SpectrumViewProps) {
  const { source, receiver, receivers, spots, onPick, onLeave, onAgain, onChoose, onClose } = props;
  const { onReceiver, onSound, onSilence } = props;
  const { isLive } = source;
  const { logbook } = useLogbook();
  const tuning = useTuning();
  const mode = useRadio((radio) => radio.mode);
  const submode = useRadio((radio) => radio.submode);
  const receivesHz = useRadio((radio) => (isLive ? (radio.state?.frequencyHz ?? radio.frequencyHz) : null));
  const transmitsHz = useRadio((radio) => (isLive && radio.state?.split === true ? radio.state.secondHz : null));
  const choice = useKept(keptPicture);
  const { detail, window, trace, linesPerSecond, level, heardOnly, reads, tone } = choice;
  const [heard] = useState(createHeardStore);
  const [canvasBox, setCanvasBox] = useState<HTMLDivElement | null>(null);
  const [box, setBox] = useState<HTMLDivElement | null>(null);
  const { api, failure, isOver, setOver } = usePictureWorker(canvasBox, heard);
  const size = useSize(box, { width: 640, height: 320 });

  const { sound } = source;
  useEffect(() => {
    if (sound === null) return;
    const port = sound.tap();
    void api?.hear(transfer(port, [port]), sound.rate);
  }, [api, sound]);
  useEffect(() => {
    void api?.place(soundPlaceOf(receivesHz ?? 0, mode, submode, tone));
  }, [api, receivesHz, mode, submode, tone]);
  const receiverId = source.receiver?.id ?? null;
  const lines = useMemo(() => linesShown(reads, receiverId, heard), [reads, receiverId, heard]);
  const { places, readPlace, turnReading } = useReadHere(receiverId, lines);
  const [isPlaying, setPlaying] = useState(true);
  /** Where one went in a recording; it is looked at otherwise where it is. */
  const [sought, setSought] = useState({ second: 0 });
  const from = useRef<typeof sought | null>(null);
  // It is begun anew with each source.
  const [open] = useState(() => source.open);
  useEffect(() => {
    if (!isPlaying) return void api?.stop();
    const second = from.current === sought ? (heard.get()?.at ?? 0) : sought.second;
    from.current = sought;
    const { reach } = SPECTRUM_WINDOWS.find(({ id }) => id === window) ?? SPECTRUM_WINDOWS[0]!;
    void api?.open({ from: open({ detail, window, rows: ROWS }, second), rowsPerSecond: ROWS, reach });
  }, [api, heard, open, detail, window, isPlaying, sought]);
  useEffect(() => {
    void api?.wish({ trace, pace: ROWS / linesPerSecond, level, reads, places });
  }, [api, trace, linesPerSecond, level, reads, places]);
  // What is in sight.
  const [lowHz, highHz] = useStretch(heard);
  const whole = useMemo((): View => ({ lowHz, highHz }), [lowHz, highHz]);
  const isHeard = highHz > lowHz;
  const [follows, setFollows] = useState(true);
  const [wanted, setWanted] = useState<View | null>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const view = useMemo(() => {
    const within = wanted === null ? whole : viewAround((wanted.lowHz + wanted.highHz) / 2, reachOf(wanted), whole);
    const isThere = receivesHz !== null && receivesHz > whole.lowHz && receivesHz < whole.highHz;
    return follows && drag === null && isThere ? keptInSight(within, receivesHz, whole) : within;
  }, [wanted, whole, follows, drag, receivesHz]);
  /** Of nothing there is nothing to be stretched. */
  const stretch = (factor: number, about: number) =>
    isHeard && setWanted(stretched(view, about, Math.min(factor, reachOf(view) / LEAST_REACH), whole));
  function slideTo({ lowHz: low, highHz: high }: View) {
    const to = viewAround((low + high) / 2, reachOf(view), whole);
    setWanted(to);
    // Who looks elsewhere does not want to be brought back.
    if (receivesHz !== null && keptInSight(to, receivesHz, whole) !== to) setFollows(false);
  }
  const slide = (by: number) => isHeard && slideTo({ lowHz: view.lowHz + by, highHz: view.highHz + by });

  // Who is where.
  const band = bandOfFrequency((view.lowHz + view.highHz) / 2)?.name ?? "";
  const own = useBandMarks(logbook.id, band);
  const read = useReadMarks(lines);
  const textPlaces = useTextPlaces(lines);
  const readsHz = useReadByHand(lines);
  const marks = useMemo(
    () => [...own, ...read.filter(({ hertz }) => bandOfFrequency(hertz)?.name === band)],
    [own, read, band],
  );

  const minute = useNow()?.slice(0, 16);
  const ownBase = baseCall(logbook.site.call);
  const all = useMemo(
    () => bandEntries(spots, marks, band, ownBase, minute === undefined ? 0 : Date.parse(`${minute}Z`)),
    [spots, marks, band, ownBase, minute],
  );
  // Who is announced now was not there when something was recorded.
  const stations = useHeardOnly(isLive ? all : NOBODY, heard, heardOnly);

  // Where things are.
  const way = wayOf(size);
  const across = way === "lying" ? size.height : size.width;
  const hasTexts = reads && way === "upright" && across >= TEXTS.from;
  const hasNames = hasTexts || (isLive && across >= NAMES[way].from);
  const namesRoom = hasTexts ? Math.min(TEXTS.most, across * TEXTS.share - ACROSS.upright.ruler) : NAMES[way].room;
  const scaleDepth = ACROSS[way].ruler + (hasNames ? ACROSS[way].leaders + namesRoom : 0);
  const scale =
    way === "lying" ? { width: size.width, height: scaleDepth } : { width: scaleDepth, height: size.height };
  const picture =
    way === "lying"
      ? { width: size.width, height: Math.max(1, size.height - scaleDepth) }
      : { width: Math.max(1, size.width - scaleDepth), height: size.height };
  const { width, height } = picture;
  const layout = useMemo(() => layoutOf({ width, height }, way), [width, height, way]);
  const [activeKey, setActiveKey] = useState<string | null>(null);
  const { entries, texts } = useMemo(
    () => besideNames(stations, hasTexts ? textPlaces : []),
    [stations, hasTexts, textPlaces],
  );
  const textOf = useCallback(
    ({ key }: BandEntry) => (texts.has(key) ? <TextBeside lines={lines} id={texts.get(key)!} /> : null),
    [texts, lines],
  );
  const plan = useMemo(
    () => bandPlan(hasNames ? entries : [], view, size, activeKey),
    [entries, hasNames, view, size, activeKey],
  );
  const colours = useColours();
  useEffect(() => {
    if (colours !== null && isHeard) void api?.show({ view, layout, ratio: globalThis.devicePixelRatio, colours });
  }, [api, view, layout, colours, isHeard]);

  const [pointer, setPointer] = useState<Pointer | null>(null);
  const [pointed, setPointed] = useState<BandEntry | null>(null);
  const [activeId, setActiveId] = useState<number | null>(null);
  const perPixel = reachOf(view) / layout.along;
  const signalsNow = () => heard.get()?.signals ?? [];
  const aimed = (hertz: number) => nearestSignal(signalsNow(), hertz, REACH_PX * perPixel);
  const aimedId = pointer === null ? null : (aimed(pointer.hertz)?.id ?? null);

  const goTo = useCallback(
    (frequencyHz: number, to: { readonly mode: string; readonly submode: string | null } | null = null) => {
      if (!isLive) return;
      const on = bandOfFrequency(frequencyHz);
      if (on !== undefined) onPick({ call: null, frequencyHz, band: on.name, ...to });
    },
    [onPick, isLive],
  );
  const goToSignal = useCallback(
    (signal: FoundSignal) => {
      const now = tuning.now();
      setActiveId(signal.id);
      const { frequencyHz, ...to } = landingOf(signal, now.mode, now.submode);
      goTo(frequencyHz, to.mode === now.mode && to.submode === now.submode ? null : to);
    },
    [tuning, goTo],
  );
  const goToEntry = useCallback(
    (entry: BandEntry) => {
      setActiveKey(entry.key);
      if (!isLive) return;
      // Who is heard is where he is heard, and not where he is said to be.
      const signal = signalAt(heard.get()?.signals ?? [], entry.hertz);
      const spotMode = entry.spot?.mode ?? tuning.now().mode;
      const frequencyHz = signal === undefined ? entry.hertz : landingOf(signal, spotMode).frequencyHz;
      const call = entry.text === HERE || entry.text === "" ? null : entry.text;
      onPick(entry.spot === null ? { call, frequencyHz, band } : { ...entry.spot, frequencyHz });
    },
    [heard, onPick, band, tuning, isLive],
  );
  /** Transmits elsewhere than one receives; at the same place again no more. */
  const transmitAt = (hertz: number) => {
    if (!isLive) return;
    const { link, state } = tuning.now();
    if (link === null || state === null || link.radio?.tells.includes("split") !== true)
      return void toast("No radio is followed here that transmits elsewhere than it receives.", { id: "radio" });
    const isThere = state.split === true && Math.abs((state.secondHz ?? 0) - hertz) <= SAME_HZ;
    tuning.turn(isThere ? { split: false } : { secondHz: Math.round(hertz), split: true });
  };
  /** Where a signal of the mode that one is in is heard. */
  const placeOf = (signal: FoundSignal) => {
    const now = tuning.now();
    return landingOf(signal, now.mode, now.submode).frequencyHz;
  };

  function step(by: 1 | -1, isGoing: boolean, onlyUnworked: boolean) {
    const from = signalsNow().find(({ id }) => id === activeId && !isGoing)?.hertz ?? receivesHz ?? view.lowHz;
    const next = nextSignal(signalsNow(), from, by, onlyUnworked ? all : null);
    if (next === undefined)
      return void toast(`Nothing ${onlyUnworked ? "new " : ""}is heard ${by === 1 ? "above" : "below"}.`);
    if (isGoing) goToSignal(next);
    setActiveId(next.id);
    setWanted(keptInSight(view, next.hertz, whole));
  }
  useActions([
    { id: "signalUp", run: () => step(1, true, false) },
    { id: "signalDown", run: () => step(-1, true, false) },
    { id: "freshSignalUp", label: "Tune to the next signal up that was not worked", run: () => step(1, true, true) },
    {
      id: "freshSignalDown",
      label: "Tune to the next signal down that was not worked",
      run: () => step(-1, true, true),
    },
    {
      id: "transmitHere",
      label: "Transmit where the signal is that the keys are at; again where one receives",
      run: () => onActive((signal) => transmitAt(placeOf(signal))),
    },
  ]);
  function onActive(act: (signal: FoundSignal) => void) {
    const signal = signalsNow().find(({ id }) => id === activeId);
    if (signal === undefined) toast("No signal is chosen: arrows choose one, in the spectrum.");
    else act(signal);
  }

  const { back } = placedIn(layout);
  const placeAt = ({ clientX, clientY }: { clientX: number; clientY: number }) => {
    const { left, top } = canvasBox!.getBoundingClientRect();
    return back(clientX - left, clientY - top);
  };
  const alongOf = (at: { clientX: number; clientY: number }) => placeAt(at).a;
  const hertzOf = (along: number) => hertzAt(view, along / layout.along, 1);
  function onDown(event: PointerEvent<HTMLDivElement>) {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ along: alongOf(event), view, moved: false });
  }
  function onMove(event: PointerEvent<HTMLDivElement>) {
    const { a: along, d: deep } = placeAt(event);
    const hertz = hertzOf(along);
    setPointer({ along, hertz, ago: Math.max(0, deep - layout.trace) / linesPerSecond });
    void api?.point(hertz);
    if (drag === null) return;
    const by = along - drag.along;
    if (!drag.moved && Math.abs(by) < STILL_PX) return;
    setDrag({ ...drag, moved: true });
    const byHz = (by / layout.along) * reachOf(drag.view);
    slideTo({ lowHz: drag.view.lowHz - byHz, highHz: drag.view.highHz - byHz });
  }
  function onUp(event: PointerEvent<HTMLDivElement>) {
    setDrag(null);
    if (drag === null || drag.moved) return;
    const hertz = hertzOf(alongOf(event));
    const signal = event.shiftKey ? undefined : aimed(hertz);
    if (event.ctrlKey || event.metaKey) transmitAt(signal === undefined ? hertz : placeOf(signal));
    else if (signal !== undefined) goToSignal(signal);
    else goTo(hertz);
  }
  function onMenu(event: MouseEvent) {
    event.preventDefault();
    const hertz = hertzOf(alongOf(event));
    turnReading(event.shiftKey ? undefined : aimed(hertz), hertz);
  }
  useWheel(box, (event) => {
    const turns = turnsOf(event);
    if (event.shiftKey) slide((turns * reachOf(view)) / 8);
    else stretch(ZOOM ** turns, hertzOf(alongOf(event)));
  });

  const middle = () => receivesHz ?? (view.lowHz + view.highHz) / 2;
  const moves = {
    "+": () => stretch(ZOOM, middle()),
    "-": () => stretch(1 / ZOOM, middle()),
    Home: () => setWanted(whole),
    PageUp: () => slide(reachOf(view) * PAGE),
    PageDown: () => slide(-reachOf(view) * PAGE),
    Escape: onLeave,
  };
  function onSignalKey(event: React.KeyboardEvent) {
    pressKey(event, {
      ...moves,
      ArrowUp: () => step(1, false, event.shiftKey),
      ArrowRight: () => step(1, false, event.shiftKey),
      ArrowDown: () => step(-1, false, event.shiftKey),
      ArrowLeft: () => step(-1, false, event.shiftKey),
      Insert: () => onActive((signal) => turnReading(signal, signal.hertz)),
      Enter: () => onActive((signal) => (event.shiftKey ? transmitAt(placeOf(signal)) : goToSignal(signal))),
    });
  }
  function onNameKey(event: React.KeyboardEvent) {
    const move = (by: 1 | -1) => {
      const next = nextEntry(entries, activeKey, by, middle());
      if (next === undefined) return;
      setActiveKey(next.key);
      setWanted(keptInSight(view, next.hertz, whole));
    };
    pressKey(event, {
      ...moves,
      ArrowUp: () => move(1),
      ArrowRight: () => move(1),
      ArrowDown: () => move(-1),
      ArrowLeft: () => move(-1),
      Enter: () => {
        const entry = entries.find(({ key }) => key === activeKey);
        if (entry !== undefined) goToEntry(entry);
      },
    });
  }

  useLive((event) => {
    // The server is there again.
    if (event.type === "opened" && failure !== null) onAgain();
  });
  const why = source.why(isHeard);
  if (failure !== null) return <LoadFailure text={`There is no picture: ${failure}`} onRetry={onAgain} />;
  return (
    <div className="grid min-h-0 grid-rows-[auto_auto_minmax(0,1fr)_auto_auto]">
      <SpectrumHead
        isLive={isLive}
        receiver={sound === null ? receiver : undefined}
        receivers={receivers}
        sound={sound}
        onReceiver={onReceiver}
        onSound={onSound}
        onSilence={onSilence}
        reach={isHeard ? reachOf(view) : null}
        follows={follows}
        onFollow={() => setFollows(!follows)}
        onStretch={(by) => stretch(ZOOM ** by, middle())}
        onClearPeaks={() => void api?.clearPeaks()}
        onChoose={onChoose}
      />
      {source.seconds === null ? (
        <span />
      ) : (
        <Player
          name={source.name}
          seconds={source.seconds}
          heard={heard}
          isPlaying={isPlaying && !isOver}
          onPlay={(on) => {
            if (on && isOver) setSought({ second: 0 });
            setOver(false);
            setPlaying(on);
          }}
          onSeek={(second) => {
            setOver(false);
            setPlaying(true);
            setSought({ second });
          }}
          onClose={onClose}
        />
      )}
      <div ref={setBox} className="relative min-h-0 overflow-hidden select-none">
        <div
          className={`absolute ${way === "lying" ? "inset-x-0 top-0" : "inset-y-0 right-0"}`}
          style={way === "lying" ? { height: scaleDepth } : { width: scaleDepth }}
          onKeyDown={onNameKey}
        >
          {isHeard && (
            <>
              <BandScale
                plan={plan}
                view={view}
                across={scale}
                band={band}
                region={regionOf(logbook.site.entityCode) ?? 2}
                group={modeGroup(mode)}
                licence={logbook.site.licence}
              />
              {receivesHz !== null && (
                <BandNeedle plan={plan} view={view} across={scale} hertz={receivesHz} {...{ mode, submode }} />
              )}
              {hasNames && (
                <BandNames
                  plan={plan}
                  activeKey={activeKey}
                  boxRef={undefined}
                  offset={ACROSS[way].ruler + ACROSS[way].leaders}
                  hasRoom={false}
                  {...(hasTexts ? { behind: textOf } : {})}
                  onPick={goToEntry}
                  onPoint={setPointed}
                />
              )}
            </>
          )}
        </div>
        <div
          ref={setCanvasBox}
          className={`absolute cursor-crosshair touch-none overflow-hidden ${way === "lying" ? "inset-x-0 bottom-0" : "inset-y-0 left-0"}`}
          style={way === "lying" ? { top: scaleDepth } : { right: scaleDepth }}
          onPointerDown={onDown}
          onPointerMove={onMove}
          onPointerUp={onUp}
          onPointerCancel={() => setDrag(null)}
          onContextMenu={onMenu}
          onPointerLeave={() => {
            setPointer(null);
            void api?.point(null);
          }}
        >
          {isHeard && (
            <>
              <PictureMarks
                layout={layout}
                view={view}
                mode={mode}
                submode={submode}
                receivesHz={receivesHz}
                transmitsHz={transmitsHz}
                level={level}
                readsHz={readsHz}
                pointer={pointer === null ? null : { along: pointer.along, reach: REACH_PX }}
              />
              <SignalMarks
                heard={heard}
                layout={layout}
                view={view}
                activeId={activeId}
                aimedId={aimedId}
                onKeyDown={onSignalKey}
              />
              <LevelHandle
                layout={layout}
                level={level}
                onLevel={(next) => keptPicture.set({ ...keptPicture.get(), level: next })}
              />
            </>
          )}
        </div>
        {why !== null && (
          <p role="status" className="absolute inset-0 grid place-items-center bg-panel/80 p-6 text-center text-soft">
            {why}
          </p>
        )}
      </div>
      {reads ? (
        <div className="h-30 border-t [@media(min-height:960px)]:h-56 border-line">
          {source.receiver !== null ? (
            <ReceiverText receiver={source.receiver} spots={spots} onPick={onPick} onLeave={onLeave} />
          ) : (
            <TextHere
              heard={heard}
              spots={isLive ? spots : NO_SPOTS}
              onPick={isLive ? onPick : null}
              onRead={readPlace}
              onLeave={onLeave}
            />
          )}
        </div>
      ) : (
        <span />
      )}
      <SpectrumFoot
        heard={heard}
        pointer={pointer}
        pointed={pointed}
        activeId={activeId}
        isAway={isHeard && receivesHz !== null && (receivesHz < lowHz || receivesHz > highHz)}
        band={band}
      />
    </div>
  );
}

interface TextHereProps {
  heard: HeardStore;
  spots: readonly SpotView[];
  onPick: ((picked: Picked) => void) | null;
  onRead: (place: ReadPlace, on: boolean) => void;
  onLeave: () => void;
}

/** What is read in this browser, of a sound input or of a recording. */
function TextHere({ heard, ...props }: TextHereProps) {
  const lines = useValue(heard, (told) => told?.lines ?? NO_LINES);
  return <DecodedText lines={lines} why={null} {...props} />;
}

/** What is heard from where to where, Hz; from 0 to 0 where nothing is. */
function useStretch(heard: HeardStore): readonly [lowHz: number, highHz: number] {
  return [useValue(heard, (told) => told?.lowHz ?? 0), useValue(heard, (told) => told?.highHz ?? 0)];
}

/** Of all entries those that are heard, where only they are wanted; the same list as long as it is the same ones. */
function useHeardOnly(all: readonly BandEntry[], heard: HeardStore, heardOnly: boolean): readonly BandEntry[] {
  const keys = useValue(heard, (told) =>
    heardOnly
      ? heardEntries(all, told?.signals ?? [])
          .map(({ key }) => key)
          .join("\n")
      : null,
  );
  return useMemo(() => {
    if (keys === null) return all;
    const wanted = new Set(keys.split("\n"));
    return all.filter(({ key }) => wanted.has(key));
  }, [all, keys]);
}

/** The colours of the theme, as it changes; null on the first paint. */
function useColours(): PictureColours | null {
  const [colours, setColours] = useState<PictureColours | null>(null);
  useEffect(() => {
    const look = () => {
      const style = getComputedStyle(document.documentElement);
      setColours(coloursOf((name) => style.getPropertyValue(`--${name}`)));
    };
    queueMicrotask(look);
    const watcher = new MutationObserver(look);
    watcher.observe(document.documentElement, { attributeFilter: ["data-theme"] });
    return () => watcher.disconnect();
  }, []);
  return colours;
}
