import { useEffect, useState } from "react";
import { printed, rttyTonesOn } from "@/core/signal";
import type { RttyWay } from "./rttyWay";
import { createSoundKeyer } from "./soundKeyer";
import { openSoundOutput } from "./soundOutput";

/** All units of the code turn in R and Y, and the shift in figures. */
const LINE = "\r\nRYRYRYRY 0123456789 RYRYRYRY ";

/** A line of signs into a sound output, and what is read of it; again stops it. */
export function useTrial(way: RttyWay) {
  const [keyer] = useState(() => createSoundKeyer());
  const [isOn, setOn] = useState(false);
  const [text, setText] = useState("");
  const [fault, setFault] = useState<string | null>(null);
  useEffect(
    () =>
      keyer.subscribe((news) => {
        if (news.is === "letter") return;
        if (news.is === "read")
          return setText(
            printed(
              news.signs.flatMap(({ codes }) => codes),
              true,
            ).trim(),
          );
        setOn(false);
        if (news.is === "broken") setFault(news.text ?? null);
      }),
    [keyer],
  );
  async function begin() {
    setOn(true);
    setText("");
    setFault(null);
    try {
      await keyer.send(LINE, false, {
        open: () => openSoundOutput(way.output?.deviceId ?? null, way.loudness / 100),
        tones: rttyTonesOn(way.side),
        radio: null,
      });
    } catch (error) {
      setOn(false);
      setFault((error as Error).message);
    }
  }
  return { isOn, text, fault, trial: () => void (isOn ? keyer.stop() : begin()) };
}
