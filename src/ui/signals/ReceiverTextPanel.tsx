"use client";

import type { SpotView } from "@/core/contract";
import { LoadFailure } from "../kit/LoadFailure";
import type { Picked } from "../shell/radio";
import { NoReceiver } from "./NoReceiver";
import { ReceiverText } from "./ReceiverText";
import { useReceiver } from "./useReceiver";

interface ReceiverTextPanelProps {
  /** Of any band. */
  spots: readonly SpotView[];
  onPick: (picked: Picked) => void;
  onLeave: () => void;
}

/** What is read of the receiver that is listened to, in a panel of its own. */
export function ReceiverTextPanel(props: ReceiverTextPanelProps) {
  const { links, loaded, error, refetch, receiver } = useReceiver();
  return (
    <section aria-label="Decoded text" className="@container h-full min-h-0 min-w-0 bg-panel">
      {receiver !== undefined ? (
        <ReceiverText receiver={receiver} {...props} />
      ) : (
        <div className="p-6 text-center text-soft">
          {loaded ? (
            <NoReceiver all={links} gives="the Morse and RTTY that it hears is read here." />
          ) : error === null ? (
            "Looking for receivers."
          ) : (
            <LoadFailure text={error.message} onRetry={() => void refetch()} />
          )}
        </div>
      )}
    </section>
  );
}
