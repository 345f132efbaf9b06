"use client";

import { useEffect, useEffectEvent } from "react";
import { tabId } from "../kit/tabId";
import type { Picked } from "./tuning";
import type { RadioSetting } from "./radioStore";

/** What windows of one position tell each other. */
export type SiblingNews =
  /** Another radio is followed, or none. */
  | { readonly is: "follow"; readonly linkId: number | null }
  /** Where one is, typed by hand. */
  | { readonly is: "setting"; readonly setting: RadioSetting }
  /** Go there; who has an entry line answers. */
  | { readonly is: "pick"; readonly picked: Picked; readonly number: number }
  | { readonly is: "picked"; readonly number: number }
  /** What is typed in the entry line. */
  | { readonly is: "typed"; readonly call: string; readonly grid: string }
  /** Who has an entry line says what is typed there. */
  | { readonly is: "askTyped" }
  /** Another workspace is shown at a place, or it is arranged otherwise. */
  | { readonly is: "arranged"; readonly place: string; readonly current: unknown }
  /** A window of panels is there, or goes. */
  | { readonly is: "window"; readonly place: string; readonly number: number; readonly here: boolean }
  /** Windows of panels say that they are there. */
  | { readonly is: "askWindows" };

type Listener = (news: SiblingNews) => void;

let channel: BroadcastChannel | null = null;
const listeners = new Set<Listener>();
let number = 0;

/** A window that another one opened has its tab id, and so is of the same position. */
function open(): BroadcastChannel {
  if (channel !== null) return channel;
  channel = new BroadcastChannel(`ypsiloid ${tabId()}`);
  channel.onmessage = ({ data }) => {
    for (const listener of listeners) listener(data as SiblingNews);
  };
  return channel;
}

/** Hears what the other windows of this position tell. */
export function useSiblings(listener: Listener): void {
  const latest = useEffectEvent(listener);
  useEffect(() => {
    const own: Listener = (news) => latest(news);
    open();
    listeners.add(own);
    return () => void listeners.delete(own);
  }, []);
}

export function tellSiblings(news: SiblingNews): void {
  open().postMessage(news);
}

type Picker = (picked: Picked) => void;
/** What goes to a station in this window: its entry line's, where it has one. */
let picker: Picker | null = null;
/** Where to go as soon as this window has an entry line. */
let waiting: Picked | null = null;

/** Says how this window goes to a station: also to one that is picked in another, or was before it had an entry line. */
export function usePicker(pick: Picker): void {
  const latest = useEffectEvent(pick);
  useEffect(() => {
    const own: Picker = (picked) => latest(picked);
    picker = own;
    if (waiting !== null) own(waiting);
    waiting = null;
    return () => {
      if (picker === own) picker = null;
    };
  }, []);
  useSiblings((news) => {
    if (news.is !== "pick") return;
    pick(news.picked);
    tellSiblings({ is: "picked", number: news.number });
  });
}

/** Has this window go to a station, or another one of its position; false where none has an entry line. */
export async function pickAnywhere(picked: Picked): Promise<boolean> {
  if (picker === null) return pickElsewhere(picked);
  picker(picked);
  return true;
}

/** Goes to a station as soon as this window has an entry line. */
export function pickLater(picked: Picked): void {
  waiting = picked;
}

/** A window with an entry line answers within so long, milliseconds. */
const ANSWER_MS = 400;

/** Has the window with the entry line go to something; false where there is no such window. */
export function pickElsewhere(picked: Picked): Promise<boolean> {
  const own = ++number;
  return new Promise((resolve) => {
    const settle = (done: boolean) => {
      clearTimeout(timer);
      listeners.delete(listener);
      resolve(done);
    };
    const listener: Listener = (news) => {
      if (news.is === "picked" && news.number === own) settle(true);
    };
    const timer = setTimeout(() => settle(false), ANSWER_MS);
    listeners.add(listener);
    tellSiblings({ is: "pick", picked, number: own });
  });
}
