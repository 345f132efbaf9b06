"use client";

import { X } from "lucide-react";
import { type DragEvent, useEffect, useMemo, useRef, useState } from "react";
import type { SpotView } from "@/core/contract";
import { toast } from "sonner";
import { Button } from "../kit/Button";
import { LoadFailure } from "../kit/LoadFailure";
import type { Picked } from "../shell/radio";
import { keptPicture } from "./keptPicture";
import { NoReceiver } from "./NoReceiver";
import type { Recording } from "./recording";
import { RecordingWindow } from "./RecordingWindow";
import { openSoundInput, type SoundInput } from "./soundInput";
import { receiverSource, recordingSource, soundSource } from "./source";
import { SpectrumView } from "./SpectrumView";
import { useReceiver } from "./useReceiver";

interface SpectrumProps {
  /** Of any band. */
  spots: readonly SpotView[];
  onPick: (picked: Picked) => void;
  /** Leaves it for the entry line. */
  onLeave: () => void;
}

/** The band as a picture, as one of the receivers hears it, or as a recording has it. */
export function Spectrum(props: SpectrumProps) {
  const { links, loaded, error, refetch, receivers, receiver } = useReceiver();
  /** What failed is begun anew where one asks for it. */
  const [attempt, setAttempt] = useState(0);
  const [file, setFile] = useState<File | null>(null);
  const [recording, setRecording] = useState<{ readonly of: Recording; readonly nth: number } | null>(null);
  const [input, setInput] = useState<SoundInput | null>(null);
  const [isRefused, setRefused] = useState<string | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const source = useMemo(
    () =>
      recording !== null
        ? recordingSource(recording.of, recording.nth)
        : input !== null
          ? soundSource(input)
          : receiver === undefined
            ? null
            : receiverSource(receiver),
    [recording, input, receiver],
  );
  useEffect(() => () => input?.close(), [input]);
  const listen = (deviceId: string | null) =>
    openSoundInput(deviceId).then(
      (opened) => {
        opened.onLost(() => {
          setInput((now) => (now === opened ? null : now));
          toast.error(`${opened.name} was pulled out, or taken away: choose what is to be heard.`);
        });
        setInput(opened);
        setRecording(null);
        setRefused(null);
      },
      (error: Error) => setRefused(error.message),
    );

  function onDrop(event: DragEvent) {
    event.preventDefault();
    // Around it a file that is dropped is a log.
    event.stopPropagation();
    const [dropped] = event.dataTransfer.files;
    if (dropped !== undefined) setFile(dropped);
  }
  const choose = () => picker.current?.click();
  return (
    <section
      aria-label="Spectrum"
      className="@container relative grid h-full min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[100%] bg-panel"
      onDragOver={(event) => event.preventDefault()}
      onDrop={onDrop}
    >
      {source === null ? (
        <div className="p-8 text-center text-soft">
          {loaded ? (
            <>
              <NoReceiver all={links} gives="what it hears stands here, with the calls of those who are heard." />
              <p className="pt-3">
                Or drop a recording here, a WAV file of sound or of I and Q.{" "}
                <Button small onClick={choose}>
                  Open a recording
                </Button>{" "}
                <Button small onClick={() => void listen(null)}>
                  Listen to a sound input
                </Button>
              </p>
            </>
          ) : error === null ? (
            "Looking for receivers."
          ) : (
            <LoadFailure text={error.message} onRetry={() => void refetch()} />
          )}
        </div>
      ) : (
        <SpectrumView
          key={`${source.id} ${attempt}`}
          source={source}
          receiver={receiver}
          receivers={receivers}
          onAgain={() => setAttempt(attempt + 1)}
          onReceiver={(id) => {
            keptPicture.set({ ...keptPicture.get(), linkId: id });
            setInput(null);
          }}
          onSound={(deviceId) => void listen(deviceId)}
          onSilence={() => setInput(null)}
          onChoose={choose}
          onClose={() => setRecording(null)}
          {...props}
        />
      )}
      <input
        ref={picker}
        type="file"
        accept=".wav,audio/wav"
        aria-label="Recording"
        className="hidden"
        onChange={({ target }) => {
          setFile(target.files?.[0] ?? null);
          // The same file may be chosen again.
          target.value = "";
        }}
      />
      {isRefused !== null && (
        <p
          role="alert"
          className="absolute inset-x-0 bottom-6 z-10 mx-auto flex w-fit items-center gap-3 border border-stop bg-stop-wash px-3 py-1.5"
        >
          {isRefused}
          <Button small look="quiet" aria-label="Close" onClick={() => setRefused(null)}>
            <X size={14} aria-hidden />
          </Button>
        </p>
      )}
      {file !== null && (
        <RecordingWindow
          file={file}
          onOpen={(of) => {
            setRecording({ of, nth: (recording?.nth ?? 0) + 1 });
            setFile(null);
          }}
          onClose={() => setFile(null)}
        />
      )}
    </section>
  );
}
