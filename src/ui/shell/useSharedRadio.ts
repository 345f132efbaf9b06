"use client";

import { useEffect, useRef } from "react";
import type { RadioSetting, RadioStore } from "./radioStore";
import { tellSiblings, useSiblings } from "./siblings";

/** Windows of one position are on the same frequency also without a radio, and follow the same radio. */
export function useSharedRadio(store: RadioStore, followed: (linkId: number | null) => void): void {
  const told = useRef("");
  useEffect(() => {
    told.current = textOf(store);
    return store.subscribe(() => {
      const text = textOf(store);
      if (store.get().link !== null || text === told.current) return;
      told.current = text;
      tellSiblings({ is: "setting", setting: settingOf(store) });
    });
  }, [store]);
  useSiblings((news) => {
    if (news.is === "follow") followed(news.linkId);
    if (news.is !== "setting" || store.get().link !== null) return;
    told.current = JSON.stringify(news.setting);
    store.type(news.setting);
  });
}

function settingOf(store: RadioStore): RadioSetting {
  const { frequencyHz, band, mode, submode } = store.get();
  return { frequencyHz, band, mode, submode };
}
const textOf = (store: RadioStore) => JSON.stringify(settingOf(store));
