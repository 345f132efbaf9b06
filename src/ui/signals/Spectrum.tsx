"use client";

import Link from "next/link";
import { useState } from "react";
import type { Link as LinkView } from "@/core/contract";
import type { SpotView } from "@/core/contract";
import { useKept } from "../kit/kept";
import type { Picked } from "../shell/radio";
import { useLinks } from "../shell/useLinks";
import { keptPicture } from "./keptPicture";
import { SpectrumView } from "./SpectrumView";

export interface SpectrumProps {
  /** Of any band. */
  spots: readonly SpotView[];
  onPick: (picked: Picked) => void;
  /** Leaves it for the entry line. */
  onLeave: () => void;
}

/** The band as a picture, as one of the receivers hears it. */
export function Spectrum(props: SpectrumProps) {
  const { links, loaded } = useLinks();
  const { linkId } = useKept(keptPicture);
  /** What failed is begun anew where one asks for it. */
  const [attempt, setAttempt] = useState(0);
  const receivers = links.filter(({ role, on }) => role === "receiver" && on);
  const receiver = receivers.find(({ id }) => id === linkId) ?? receivers[0];
  return (
    <section
      aria-label="Spectrum"
      className="@container grid h-full min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[100%] bg-panel"
    >
      {receiver === undefined ? (
        <p className="p-8 text-center text-soft">{loaded ? <NoReceiver all={links} /> : "Looking for receivers."}</p>
      ) : (
        <SpectrumView
          key={`${receiver.id} ${attempt}`}
          receiver={receiver}
          receivers={receivers}
          onAgain={() => setAttempt(attempt + 1)}
          {...props}
        />
      )}
    </section>
  );
}

function NoReceiver({ all }: { all: readonly LinkView[] }) {
  const off = all.find(({ role }) => role === "receiver");
  return (
    <>
      {off === undefined ? "No receiver is linked yet. " : `${off.name} is turned off. `}
      <Link href="/station?page=links" className="text-signal underline">
        {off === undefined ? "Add one in Station" : "Turn it on in Station"}
      </Link>
      : what it hears stands here, with the calls of those who are heard.
    </>
  );
}
