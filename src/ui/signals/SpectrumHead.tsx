"use client";

import { FileAudio, Mic, Minus, Plus, SlidersHorizontal } from "lucide-react";
import { useEffect, useState } from "react";
import type { Link } from "@/core/contract";
import { PICTURE_DETAILS } from "@/core/contract";
import { SPECTRUM_WINDOWS } from "@/core/signal";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { Field } from "../kit/Field";
import { useKept } from "../kit/kept";
import { reachText } from "../tuning/rulerView";
import { type SoundDevice, soundDevices, type SoundInput } from "./soundInput";
import { keptPicture, PACES, type PictureChoice, TONES, TRACES } from "./keptPicture";

interface SpectrumHeadProps {
  isLive: boolean;
  receiver: Link | undefined;
  receivers: readonly Link[];
  /** So much is in sight, Hz; null where nothing is. */
  reach: number | null;
  follows: boolean;
  onFollow: () => void;
  /** Shows less by one step, or more. */
  onStretch: (by: 1 | -1) => void;
  onClearPeaks: () => void;
  /** Asks for a recording. */
  onChoose: () => void;
  /** The sound input that is heard; null where a receiver or a recording is. */
  sound: SoundInput | null;
  onReceiver: (linkId: number) => void;
  /** Hears a sound input; null for the usual one. */
  onSound: (deviceId: string | null) => void;
  onSilence: () => void;
}

/** Before the number of a sound input, among those of receivers. */
const SOUND = "sound ";

/** What is heard, how much of it is in sight, and, where one asks for it, how it is drawn. */
export function SpectrumHead(props: SpectrumHeadProps) {
  const { isLive, receiver, receivers, reach, follows, onFollow, onStretch, onClearPeaks, onChoose } = props;
  const { sound, onReceiver, onSound, onSilence } = props;
  const choice = useKept(keptPicture);
  const [isOpen, setOpen] = useState(false);
  const [devices, setDevices] = useState<readonly SoundDevice[]>([]);
  useEffect(() => {
    if (sound !== null) soundDevices("audioinput").then(setDevices, () => {});
  }, [sound]);
  const change = (part: Partial<PictureChoice>) => keptPicture.set({ ...choice, ...part });
  const on = (isOn: boolean) => (isOn ? "border-signal bg-signal-wash text-signal" : "");
  return (
    <div className="border-b border-line">
      <div className="flex min-h-9 flex-wrap items-center gap-1.5 px-2 py-1">
        {isLive && (receivers.length > 1 || sound !== null) && (
          <Choice
            label="What is heard"
            inline
            wrapperClassName="max-w-[150px] min-w-0"
            value={sound === null ? String(receiver?.id) : `${SOUND}${sound.deviceId}`}
            onChange={({ target: { value } }) =>
              value.startsWith(SOUND) ? onSound(value.slice(SOUND.length)) : onReceiver(Number(value))
            }
          >
            {receivers.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
            {devices.map(({ deviceId, name }) => (
              <option key={deviceId} value={`${SOUND}${deviceId}`}>
                {name}
              </option>
            ))}
          </Choice>
        )}
        {isLive && (
          <>
            <Button
              small
              aria-pressed={follows}
              title="What is in sight moves with the radio; else it stays where it is"
              className={on(follows)}
              onClick={onFollow}
            >
              Follow
            </Button>
            <Button
              small
              aria-pressed={choice.heardOnly}
              title="Only calls at which something is heard; else all that are announced"
              className={on(choice.heardOnly)}
              onClick={() => change({ heardOnly: !choice.heardOnly })}
            >
              Heard calls
            </Button>
          </>
        )}
        <Button
          small
          aria-pressed={choice.reads}
          title="The text of the Morse and RTTY that is heard, below the picture"
          className={on(choice.reads)}
          onClick={() => change({ reads: !choice.reads })}
        >
          Decoded text
        </Button>
        <Button
          small
          look="quiet"
          aria-expanded={isOpen}
          aria-label="How it is drawn"
          title="How it is drawn: detail, window, trace, pace"
          onClick={() => setOpen(!isOpen)}
        >
          <SlidersHorizontal size={14} aria-hidden />
        </Button>
        <Button
          small
          look="quiet"
          aria-label="Open a recording"
          title="Look at a recording: a WAV file, which may be dropped here, too"
          onClick={onChoose}
        >
          <FileAudio size={14} aria-hidden />
        </Button>
        <Button
          small
          look={sound === null ? "quiet" : "plain"}
          aria-pressed={sound !== null}
          aria-label="Listen to a sound input"
          title="Listen to a sound input of this computer, the sound of the radio that is followed; again ends it"
          className={on(sound !== null)}
          onClick={() => (sound === null ? onSound(null) : onSilence())}
        >
          <Mic size={14} aria-hidden />
        </Button>
        <span className="flex-1" />
        <Button small look="quiet" aria-label="Show more of the spectrum" onClick={() => onStretch(-1)}>
          <Minus size={14} aria-hidden />
        </Button>
        <span className="text-tiny whitespace-nowrap text-soft" title="So much of the band is in sight">
          {reach === null ? "" : reachText(reach)}
        </span>
        <Button small look="quiet" aria-label="Stretch the spectrum" onClick={() => onStretch(1)}>
          <Plus size={14} aria-hidden />
        </Button>
      </div>
      {isOpen && (
        <div className="flex flex-wrap items-end gap-2 border-t border-line px-2 py-1.5">
          <Choice
            label="Detail"
            value={choice.detail}
            onChange={({ target }) => change({ detail: target.value as PictureChoice["detail"] })}
          >
            {PICTURE_DETAILS.map(({ id, name, wantedHz }) => (
              <option key={id} value={id}>
                {name}, {Math.round(wantedHz)} Hz
              </option>
            ))}
          </Choice>
          <Choice label="Window" value={choice.window} onChange={({ target }) => change({ window: target.value })}>
            {SPECTRUM_WINDOWS.map(({ id, name, about }) => (
              <option key={id} value={id} title={about}>
                {name}
              </option>
            ))}
          </Choice>
          <Choice
            label="Trace"
            value={choice.trace}
            onChange={({ target }) => change({ trace: target.value as PictureChoice["trace"] })}
          >
            {TRACES.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Choice>
          {choice.trace === "peak" && (
            <Button small onClick={onClearPeaks}>
              Peaks anew
            </Button>
          )}
          <Choice
            label="Lines a second"
            value={choice.linesPerSecond}
            onChange={({ target }) =>
              change({ linesPerSecond: PACES.find((pace) => pace === Number(target.value)) ?? PACES[1] })
            }
          >
            {PACES.map((pace) => (
              <option key={pace} value={pace}>
                {pace}
              </option>
            ))}
          </Choice>
          {sound !== null && <ToneField tone={choice.tone} onTone={(tone) => change({ tone })} />}
        </div>
      )}
    </div>
  );
}

/** The tone of a carrier on the radio's dial in CW, as the radio is set. */
function ToneField({ tone, onTone }: { tone: number; onTone: (tone: number) => void }) {
  const [typed, setTyped] = useState(String(tone));
  const isTone = (text: string) =>
    /^\s*\d+\s*$/.test(text) && Number(text) >= TONES.least && Number(text) <= TONES.most;
  return (
    <Field
      label="CW tone, Hz"
      inputMode="numeric"
      className="w-24"
      title="The tone at which the radio gives a carrier on its dial: by it a signal stands where it is"
      value={typed}
      fault={isTone(typed) ? undefined : `from ${TONES.least} to ${TONES.most} Hz`}
      onChange={({ target: { value } }) => {
        setTyped(value);
        if (isTone(value)) onTone(Number(value));
      }}
    />
  );
}
