"use client";

import { WorthKey, WorthPart } from "../../entry/WorthPart";
import { useTyped } from "../atHand";

export default function Worth() {
  const { reading, band, mode, within } = useTyped();
  return (
    <section aria-label="Worth" aria-live="polite" className="px-4 py-2.5">
      {reading === null ? <WorthKey /> : <WorthPart reading={reading} band={band} mode={mode} within={within} />}
    </section>
  );
}
