"use client";

import type { Link, SpotView } from "@/core/contract";
import { useValue } from "../kit/valueStore";
import type { Picked } from "../shell/radio";
import { DecodedText } from "./DecodedText";
import { readHere, receiverText } from "./receiverText";
import { receiverSource } from "./source";

interface ReceiverTextProps {
  receiver: Link;
  /** Of any band. */
  spots: readonly SpotView[];
  onPick: (picked: Picked) => void;
  onLeave: () => void;
}

/** What is read of what a receiver hears. */
export function ReceiverText({ receiver, ...props }: ReceiverTextProps) {
  const { lines, failure } = useValue(receiverText(receiver.id), (text) => text);
  const away = receiver.phase === "up" ? null : receiverSource(receiver).why(false);
  return (
    <DecodedText
      lines={lines}
      why={away ?? failure}
      onRead={(place, on) => readHere(receiver.id, place, on)}
      {...props}
    />
  );
}
