"use client";

import { useEffect, useState } from "react";
import { parseFrequency } from "@/core/band";
import type { WavHead } from "@/core/signal";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { Field } from "../kit/Field";
import { bytesText, clockText } from "../kit/format";
import { Window } from "../kit/Window";
import { lookIntoRecording, type RecordedAs, recordedAs, recordedSeconds, type Recording } from "./recording";

interface RecordingWindowProps {
  file: File;
  onOpen: (recording: Recording) => void;
  onClose: () => void;
}

/** What a WAV file is, before it is looked at: the file does not say it. */
export function RecordingWindow({ file, onOpen, onClose }: RecordingWindowProps) {
  const [head, setHead] = useState<WavHead | null>(null);
  const [as, setAs] = useState<RecordedAs | null>(null);
  const [where, setWhere] = useState("");
  const [isTried, setTried] = useState(false);
  useEffect(() => {
    let isGone = false;
    lookIntoRecording(file).then(
      (read) => !isGone && setHead(read),
      () => !isGone && setHead({ ok: false, text: "It cannot be read: is it still there, and may you read it?" }),
    );
    return () => void (isGone = true);
  }, [file]);

  const form = head?.ok === true ? head.form : null;
  const kinds = form === null ? [] : recordedAs(form);
  const chosen = kinds.find(({ id }) => id === as) ?? kinds[0];
  const isIq = chosen?.channels === 2;
  const hertz = where.trim() === "" ? 0 : parseFrequency(where);
  const fault =
    hertz === null
      ? "a frequency, as 14050 or 14.05 MHz"
      : hertz === 0 && isIq
        ? "the frequency in its middle, as 14050"
        : undefined;

  function open() {
    setTried(true);
    if (form === null || chosen === undefined || hertz === null || fault !== undefined) return;
    onOpen({ file, form, as: chosen.id, hertz });
  }
  return (
    <Window
      title="Look at a recording"
      about={`${file.name}, ${bytesText(file.size)}`}
      width={460}
      onClose={onClose}
      onSubmit={open}
      buttons={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act" disabled={form === null}>
            Look at it
          </Button>
        </>
      }
    >
      {head === null && <p role="status">Reading how it was recorded.</p>}
      {head?.ok === false && (
        <p role="alert" className="text-stop">
          {head.text}
        </p>
      )}
      {form !== null && (
        <>
          <p className="text-soft">
            {clockText(recordedSeconds(form))} long, {form.rate / 1000} kHz,{" "}
            {form.channels === 1 ? "one channel" : "two channels"} of {form.bits} bits.
            {form.isCut && " It was cut off: what is left of it can be looked at."}
          </p>
          <Choice
            label="What was recorded"
            value={chosen?.id}
            onChange={({ target }) => setAs(kinds.find(({ id }) => id === target.value)?.id ?? null)}
          >
            {kinds.map(({ id, name, about }) => (
              <option key={id} value={id} title={about}>
                {name}
              </option>
            ))}
          </Choice>
          <Field
            label={isIq ? "Frequency in the middle, kHz" : "Where the dial was, kHz; empty where that is not known"}
            mono
            inputMode="decimal"
            value={where}
            fault={isTried || where !== "" ? fault : undefined}
            onChange={({ target }) => setWhere(target.value)}
          />
        </>
      )}
    </Window>
  );
}
