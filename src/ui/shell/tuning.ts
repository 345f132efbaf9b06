import { toast } from "sonner";
import {
  bandByName,
  bandEdges,
  bandOfFrequency,
  mayTransmit,
  modeGroup,
  USUAL_BANDS,
  usualSegments,
} from "@/core/band";
import type { Link } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/links";
import type { regionOf } from "@/core/entity";
import { type RadioChange, transmitHz } from "@/core/radio";
import { holdLease } from "../keying/lease";
import { SOUND_KEYER } from "../keying/soundKeyer";
import { ask } from "../kit/api";
import { tabId } from "../kit/tabId";
import type { licensedAt } from "./licence";
import type { LoggedSetting, RadioSetting, RadioStore, RadioView } from "./radioStore";

/** A place to go to: a station on its frequency, or the frequency alone. What is left out stays as it is. */
export interface Picked {
  readonly call: string | null;
  readonly frequencyHz: number;
  readonly band: string;
  readonly mode?: string;
  readonly submode?: string | null;
  /** Where the station listens; null where it listens where it sends. */
  readonly listensHz?: number | null;
  /** What was heard of the exchange, by its parts' ids: for the call that stands in the entry line already. */
  readonly exchange?: Readonly<Record<string, string>>;
}

/** What can be done about where one is. Always the same, so that who only turns is not drawn anew as it turns. */
export interface Tuning {
  readonly set: (change: Partial<RadioSetting>) => void;
  readonly turn: (change: RadioChange) => void;
  /** Goes to a station, with its mode, and split where it listens elsewhere. */
  readonly goTo: (picked: Picked) => void;
  readonly stepBand: (by: 1 | -1) => void;
  /** To the band where one was before. */
  readonly bandBack: () => void;
  readonly stepMode: (by: 1 | -1) => void;
  readonly stepFrequency: (byHz: number) => void;
  readonly logged: () => LoggedSetting;
  readonly now: () => RadioView;
  /**
   * Whether one may transmit where one is. Where not, it is said, and the second asking within some seconds is taken
   * as meant.
   */
  readonly mayBegin: () => boolean;
  /** From now on nothing may begin, and whoever tries is told why; gives how it ends. */
  readonly silence: (why: string) => () => void;
  readonly transmit: () => void;
  readonly stopAll: () => void;
  readonly choose: (linkId: number | null) => void;
  /** The next radio of all, by their order. */
  readonly nextRadio: () => void;
}

/** What the mode key steps through: the modes most contacts are made in. */
export const STEPPED_MODES: readonly { readonly mode: string; readonly submode: string | null }[] = [
  { mode: "CW", submode: null },
  { mode: "SSB", submode: null },
  { mode: "FT8", submode: null },
  { mode: "MFSK", submode: "FT4" },
  { mode: "RTTY", submode: null },
  { mode: "PSK", submode: "PSK31" },
  { mode: "FM", submode: null },
];

/** How long a warning holds, so that the second press is taken as meant, milliseconds. */
const MEANT_MS = 5000;
/** How far from a segment's edge one begins on a band that is new, Hz. */
const FROM_EDGE_HZ = 25_000;

/** What changes around the tuning. */
interface Surroundings extends Pick<Tuning, "choose"> {
  /** The ITU region of the site; null at sea. */
  readonly region: ReturnType<typeof regionOf>;
  readonly licensed: ReturnType<typeof licensedAt>;
  readonly radios: readonly Link[];
  /** Whether it is known which radio is followed, if any. */
  readonly known: boolean;
}

/** What can be done about where one is, and how it hears of what changes around it. */
export function tuningOf(store: RadioStore): {
  readonly tuning: Tuning;
  readonly surround: (around: Surroundings) => void;
} {
  let around: Surroundings = { region: null, licensed: undefined, radios: [], known: false, choose: () => {} };
  /** Where to go as soon as the radio is known. */
  let waiting: Picked | null = null;
  let warned = { text: "", at: 0 };
  /** What was typed on each band in each mode. */
  const typed = new Map<string, number | null>();

  /** Where one begins on a band that is new to the radio: where its mode is usual. */
  function startOf(band: string, mode: string): number | null {
    const [where, group] = [around.region ?? 2, modeGroup(mode)];
    const edges = bandEdges(band, where) ?? bandByName(band);
    if (edges === undefined) return null;
    const segment =
      usualSegments(where).find(
        ({ lowHz, groups }) => groups.includes(group) && bandOfFrequency(lowHz)?.name === band,
      ) ?? edges;
    return Math.min(segment.lowHz + FROM_EDGE_HZ, Math.round((segment.lowHz + segment.highHz) / 2));
  }

  function toBand(band: string): void {
    const { link, state, mode, band: from, frequencyHz } = store.get();
    if (link === null || state === null) {
      // A radio remembers by itself; without one it is remembered here, as long as the page is open.
      typed.set(`${from} ${mode}`, frequencyHz);
      return store.type({ band, frequencyHz: typed.get(`${band} ${mode}`) ?? null });
    }
    const start = startOf(band, mode);
    if (start === null) return;
    void ask(endpoints.commandLink, {
      params: { linkId: link.id },
      body: { do: "band", band, otherwise: { frequencyHz: start } },
    }).catch((error: Error) => toast.error(error.message, { id: "radio" }));
  }

  function set(change: Partial<RadioSetting>): void {
    const { link, state, ...before } = store.get();
    const wanted = "mode" in change ? { ...change, submode: change.submode ?? null } : change;
    if (wanted.frequencyHz == null && wanted.band !== undefined && wanted.band !== before.band)
      return toBand(wanted.band);
    if (link === null || state === null) return store.type(wanted);
    const after = { ...before, ...wanted };
    const turned: RadioChange = {};
    if (wanted.frequencyHz != null) turned.frequencyHz = wanted.frequencyHz;
    if (wanted.mode !== undefined) {
      const mode = store.modeFor(after);
      if (mode === null)
        return void toast.error(`${link.name} has no mode for ${after.submode ?? after.mode}.`, { id: "radio" });
      if (mode !== state.mode) turned.mode = mode;
    }
    if (Object.keys(turned).length > 0) store.turn(turned);
    // What is logged is the mode that was chosen, of those that the radio's mode, which it has by now, may mean.
    if (wanted.mode !== undefined) store.type({ mode: after.mode, submode: after.submode });
  }

  const send = (linkId: number, body: object) =>
    ask(endpoints.commandLink, { params: { linkId }, query: { position: tabId() }, body }).catch((error: Error) =>
      toast.error(error.message, { id: "radio" }),
    );
  function stopAll(): void {
    const sound = SOUND_KEYER.stop() ? ["the sound"] : [];
    ask(endpoints.stopLinks).then(
      ({ stopped }) => {
        const all = [...stopped, ...sound];
        toast(all.length === 0 ? "Nothing was transmitting." : `Stopped: ${all.join(", ")}.`);
      },
      (error: Error) => toast.error(error.message),
    );
  }

  let silent: string | null = null;
  function mayBegin(): boolean {
    if (silent !== null) {
      toast.warning(silent, { id: "licence" });
      return false;
    }
    const { state, frequencyHz, mode, submode } = store.get();
    const where = state === null ? frequencyHz : transmitHz(state);
    const rules = around.region;
    if (where === null || rules === null) return true;
    const answer = mayTransmit(where, mode, submode, rules, around.licensed);
    if (answer.may) return true;
    const meant = warned.text === answer.text && Date.now() - warned.at < MEANT_MS;
    warned = { text: answer.text, at: meant ? 0 : Date.now() };
    if (!meant)
      toast.warning(`Do not transmit: ${answer.text}. Press again to transmit all the same.`, {
        id: "licence",
        duration: MEANT_MS,
      });
    return meant;
  }

  function goTo({ frequencyHz, band, mode, submode, listensHz }: Picked): void {
    set({ frequencyHz, band, ...(mode === undefined ? {} : { mode, submode: submode ?? null }) });
    const { link, state } = store.get();
    const splits = link !== null && state !== null && link.radio?.tells.includes("split") === true;
    if (!splits || listensHz === undefined) return;
    store.turn(listensHz === null ? { split: false } : { secondHz: listensHz, split: true });
  }

  const tuning: Tuning = {
    set,
    turn: store.turn,
    now: store.get,
    logged: store.logged,
    goTo(picked) {
      if (around.known) goTo(picked);
      else waiting = picked;
    },
    stepBand(by) {
      const at = USUAL_BANDS.indexOf(store.get().band);
      set({ band: USUAL_BANDS[(at + by + USUAL_BANDS.length) % USUAL_BANDS.length]!, frequencyHz: null });
    },
    bandBack() {
      const { bandBefore } = store.get();
      if (bandBefore === null) return void toast("You were on no other band yet.");
      set({ band: bandBefore, frequencyHz: null });
    },
    stepMode(by) {
      const now = store.get();
      const same = STEPPED_MODES.findIndex(({ mode, submode }) => mode === now.mode && submode === now.submode);
      const at = same >= 0 ? same : STEPPED_MODES.findIndex(({ mode }) => mode === now.mode);
      set(STEPPED_MODES[(at + by + STEPPED_MODES.length) % STEPPED_MODES.length]!);
    },
    stepFrequency(byHz) {
      const { frequencyHz, band, state } = store.get();
      const from = state?.frequencyHz ?? frequencyHz ?? bandByName(band)?.lowHz;
      if (from === undefined) return;
      const to = bandOfFrequency(from + byHz);
      if (to !== undefined) set({ frequencyHz: from + byHz, band: to.name });
      else if (state !== null) store.turn({ frequencyHz: from + byHz });
    },
    mayBegin,
    silence(why) {
      silent = why;
      return () => void (silent = null);
    },
    transmit() {
      const { link, state } = store.get();
      if (link === null || state === null || link.radio?.transmits !== true)
        return void toast("There is no radio here that can be made to transmit.");
      if (state.transmitting === true) return stopAll();
      if (mayBegin()) void send(link.id, { do: "transmit", on: true }).then(() => holdLease(link.id));
    },
    stopAll,
    choose: (linkId) => around.choose(linkId),
    nextRadio() {
      const { radios, choose } = around;
      const followed = store.get().link;
      if (radios.length === 0) return void toast("There is no radio yet: add one in Station.");
      const next = radios[(radios.findIndex(({ id }) => id === followed?.id) + 1) % radios.length]!;
      if (next.id === followed?.id) return void toast(`${next.name} is the only radio.`);
      choose(next.id);
    },
  };
  function surround(now: Surroundings): void {
    around = now;
    if (!around.known || waiting === null) return;
    goTo(waiting);
    waiting = null;
  }
  return { tuning, surround };
}
