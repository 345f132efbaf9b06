"use client";

import { Pause, Play, X } from "lucide-react";
import { Button } from "../kit/Button";
import { useValue } from "../kit/valueStore";
import type { HeardStore } from "./heardStore";
import { clockText } from "../kit/format";

interface PlayerProps {
  name: string;
  /** How long it is. */
  seconds: number;
  heard: HeardStore;
  isPlaying: boolean;
  onPlay: (isPlaying: boolean) => void;
  onSeek: (second: number) => void;
  onClose: () => void;
}

/** A recording that is played: where it is, and how to go elsewhere in it. */
export function Player({ name, seconds, heard, isPlaying, onPlay, onSeek, onClose }: PlayerProps) {
  const at = useValue(heard, (told) => Math.floor(told?.at ?? 0));
  return (
    <div role="group" aria-label="Recording" className="flex items-center gap-2 border-b border-line px-2 py-1">
      <Button small look="quiet" aria-label={isPlaying ? "Pause" : "Play"} onClick={() => onPlay(!isPlaying)}>
        {isPlaying ? <Pause size={14} aria-hidden /> : <Play size={14} aria-hidden />}
      </Button>
      <input
        type="range"
        aria-label="Place in the recording"
        aria-valuetext={`${clockText(at)} of ${clockText(seconds)}`}
        min={0}
        max={Math.max(1, Math.floor(seconds))}
        value={at}
        className="min-w-24 flex-1 accent-signal"
        onChange={({ target }) => onSeek(Number(target.value))}
      />
      <span className="font-mono text-tiny whitespace-nowrap text-soft">
        {clockText(at)} of {clockText(seconds)}
      </span>
      <b className="max-w-[40%] min-w-0 truncate font-semibold" title={name}>
        {name}
      </b>
      <Button small look="quiet" aria-label="Close the recording" onClick={onClose}>
        <X size={14} aria-hidden />
      </Button>
    </div>
  );
}
