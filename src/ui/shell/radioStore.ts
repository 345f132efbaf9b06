import { bandLabel, bandOfFrequency, formatFrequency } from "@/core/band";
import type { Link } from "@/core/contract";
import { logModeFor, type RadioChange, type RadioMode, radioModeFor, type RadioState, transmitHz } from "@/core/radio";

/** Where one listens and sends, as it is logged. */
export interface RadioSetting {
  readonly frequencyHz: number | null;
  readonly band: string;
  readonly mode: string;
  readonly submode: string | null;
}

/** What is known of where one is: as the radio says that is followed, or as typed. */
export interface RadioView extends RadioSetting {
  /** The radio that is followed, also while it is away; null where all is typed. */
  readonly link: Link | null;
  /** How it stands; null while it is away, or none is followed. */
  readonly state: RadioState | null;
  /** The band where one was before this one; null where one was on no other. */
  readonly bandBefore: string | null;
}

/** Where one listens and how: as the radio stands, or else as typed; without a frequency it is the band. */
export function whereOf({ state, band, frequencyHz, mode, submode }: RadioView): {
  readonly text: string;
  readonly unit: string;
  readonly mode: string;
} {
  const hertz = state?.frequencyHz ?? frequencyHz;
  return {
    text: hertz === null ? bandLabel(band) : formatFrequency(hertz),
    unit: hertz === null ? "" : "kHz ",
    mode: state?.mode ?? submode ?? mode,
  };
}

/** What a contact has from the radio. */
export interface LoggedSetting extends RadioSetting {
  readonly frequencyReceivedHz?: number;
  readonly power?: number;
}

export interface RadioStore {
  readonly get: () => RadioView;
  readonly subscribe: (listener: () => void) => () => void;
  /** Follows a radio from now on, or none. */
  readonly follow: (link: Link | null) => void;
  /** Takes in what the radio says that is followed. */
  readonly heard: (change: Partial<RadioState>) => void;
  /** Tells the radio something; without one nothing happens. */
  readonly turn: (change: RadioChange) => void;
  /** Sets what holds without a radio. */
  readonly type: (change: Partial<RadioSetting>) => void;
  /** How the radio that is followed is set for a mode; null where it has none for it. */
  readonly modeFor: (setting: RadioSetting) => RadioMode | null;
  /** What a contact that is logged now has from it: where one transmits, and where one listens if elsewhere. */
  readonly logged: () => LoggedSetting;
}

interface RadioStoreOptions {
  readonly start: RadioSetting;
  /** Keeps what holds without a radio. */
  readonly keep: (setting: RadioSetting) => void;
  /** Tells the radio; fails where it refuses. */
  readonly tell: (link: Link, change: RadioChange) => Promise<unknown>;
  readonly refused: (error: Error) => void;
  /** Whether RTTY comes to a radio as sound. */
  readonly rttyAsSound: () => boolean;
  /** Runs when something is to be painted: as often as there is something to see, and not more. */
  readonly paint: (work: () => void) => void;
}

/**
 * Where one is, for who reads it many times a second. What a radio is told holds here at once, and is told to it one
 * change after another: what is turned meanwhile goes in one.
 */
export function createRadioStore({ start, keep, tell, refused, rttyAsSound, paint }: RadioStoreOptions): RadioStore {
  const listeners = new Set<() => void>();
  let setting = start;
  let link: Link | null = null;
  let state: RadioState | null = null;
  /** Told to the radio, and not answered yet. */
  let told: RadioChange = {};
  let next: RadioChange | null = null;
  let telling = false;
  /** What it was told last and has done; it may still be heard of. */
  let done: RadioChange = {};
  /** Which fields somebody else has changed while it is told something: what was heard last holds. */
  const others = new Set<string>();
  let bandBefore: string | null = null;
  let view: RadioView = { ...setting, link, state, bandBefore };
  let painting = false;

  function settle(): void {
    const now = state === null ? null : { ...state, ...told };
    const before = setting;
    if (now !== null && now.frequencyHz !== null)
      setting = settingOf(now, setting, link?.radio?.modes ?? [], rttyAsSound());
    if (before.band !== setting.band || before.mode !== setting.mode) keep(setting);
    if (view.band !== setting.band) bandBefore = view.band;
    view = { ...setting, link, state: now, bandBefore };
  }

  function show(): void {
    settle();
    if (painting) return;
    painting = true;
    paint(() => {
      painting = false;
      for (const listener of listeners) listener();
    });
  }

  async function flush(): Promise<void> {
    if (telling || next === null || link === null) return;
    const [change, to] = [next, link];
    next = null;
    telling = true;
    others.clear();
    try {
      await tell(to, change);
      const own = Object.fromEntries(Object.entries(change).filter(([field]) => !others.has(field)));
      if (link?.id === to.id && state !== null) state = { ...state, ...own };
      done = change;
    } catch (error) {
      next = null;
      refused(error as Error);
    }
    telling = false;
    if (next === null) told = {};
    show();
    await flush();
  }

  return {
    get: () => view,
    subscribe(listener) {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    follow(followed) {
      if (followed?.id !== link?.id) [told, next] = [{}, null];
      link = followed;
      state = followed?.radio?.state ?? null;
      show();
    },
    heard(change) {
      if (state === null) return;
      for (const field of Object.keys(change) as (keyof RadioChange)[])
        if (telling && change[field] !== told[field] && change[field] !== done[field]) others.add(field);
      state = { ...state, ...change };
      show();
    },
    turn(change) {
      if (link === null || state === null) return;
      told = { ...told, ...change };
      next = { ...next, ...change };
      show();
      void flush();
    },
    type(change) {
      setting = { ...setting, ...change };
      keep(setting);
      show();
    },
    modeFor: (wanted) => radioModeFor(wanted, wanted.frequencyHz, link?.radio?.modes ?? [], rttyAsSound()),
    logged() {
      const { state: now } = view;
      if (now === null) return setting;
      const sent = transmitHz(now);
      const { frequencyHz: received } = setting;
      const band = sent === null || sent === received ? undefined : bandOfFrequency(sent);
      return {
        ...setting,
        ...(band === undefined || received === null
          ? {}
          : { frequencyHz: sent, band: band.name, frequencyReceivedHz: received }),
        ...(now.watts === null ? {} : { power: now.watts }),
      };
    },
  };
}

/** What a radio's state is in the log. Off the bands there is no frequency to log, and the band stays. */
function settingOf(
  state: RadioState,
  before: RadioSetting,
  offered: readonly RadioMode[],
  rttyAsSound: boolean,
): RadioSetting {
  const band = bandOfFrequency(state.frequencyHz!);
  const log = state.mode === null ? before : logModeFor(state.mode, state.frequencyHz, before, offered, rttyAsSound);
  return {
    frequencyHz: band === undefined ? null : state.frequencyHz,
    band: band?.name ?? before.band,
    mode: log.mode,
    submode: log.submode,
  };
}
