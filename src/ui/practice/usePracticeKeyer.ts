import { useRef, useState } from "react";
import { asKeyed, FASTEST, SLOWEST } from "@/core/signal";
import { useEscapeStops } from "../keying/useEscapeStops";
import type { KeyerState } from "../keying/useKeyer";
import type { Session, SessionView } from "./session";

/** A keyer that is heard on the practice air alone. */
export function usePracticeKeyer(
  session: Session,
  view: SessionView,
  start: number,
  volume: Pick<KeyerState, "tone" | "turnTone">,
): KeyerState {
  const [speed, setSpeed] = useState(start);
  const waits = useRef(0);
  useEscapeStops(view.sending, session.stop);
  return {
    ...volume,
    mode: "CW",
    isThere: true,
    sending: view.sending,
    id: view.id,
    sent: view.sent,
    misprints: [],
    bySound: null,
    speed,
    begin: (text) => Promise.resolve(session.send(text, speed, true)),
    change: session.change,
    stop: session.stop,
    send(asked, goes) {
      const turn = ++waits.current;
      void Promise.resolve(asked).then((text) => {
        // Of texts that came while one was made, the last one goes out.
        if (turn !== waits.current) return;
        goes(text);
        if (text.trim() !== "") session.send(asKeyed("CW", text), speed, false);
      });
    },
    changeSpeed(by) {
      const next = Math.min(FASTEST, Math.max(SLOWEST, speed + by));
      setSpeed(next);
      session.setSpeed(next);
    },
  };
}
