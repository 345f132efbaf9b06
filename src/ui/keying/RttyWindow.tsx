"use client";

import { useEffect, useState } from "react";
import { rttyTonesOn } from "@/core/signal";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { useKept } from "../kit/kept";
import { Window } from "../kit/Window";
import { askForDevices, type SoundDevice, soundDevices } from "../signals/soundInput";
import { useRadio, useTuning } from "../shell/radio";
import { RTTY_WAY, type RttyWay, USUAL_OUTPUT } from "./rttyWay";
import { useTrial } from "./useTrial";

const USUAL = "";

/** How RTTY is sent: what keys it, or which sound output, how loud, in which sideband; with a trial. */
export function RttyWindow({ onClose }: { onClose: () => void }) {
  const way = useKept(RTTY_WAY);
  const tuning = useTuning();
  const [outputs, setOutputs] = useState<readonly SoundDevice[]>([]);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => void soundDevices("audiooutput").then(setOutputs, () => {}), []);
  const change = (part: Partial<RttyWay>) => RTTY_WAY.set({ ...way, ...part });

  function send(by: RttyWay["by"]) {
    change({ by });
    // A radio takes sound in another mode than keying.
    if (tuning.now().mode === "RTTY") tuning.set({ mode: "RTTY" });
  }
  async function askFor() {
    try {
      setFault(null);
      await askForDevices();
      setOutputs(await soundDevices("audiooutput"));
    } catch (error) {
      setFault((error as Error).message);
    }
  }
  function choose(deviceId: string) {
    const chosen = outputs.find((one) => one.deviceId === deviceId);
    change({ output: chosen ?? null });
  }
  // One that is unplugged is still what was chosen.
  const offered =
    way.output === null || outputs.some(({ deviceId }) => deviceId === way.output?.deviceId)
      ? outputs
      : [...outputs, way.output];

  return (
    <Window
      title="How RTTY is sent"
      about="By a keyer, or as the two tones of a sound output that goes into the radio. This browser keeps it."
      width={560}
      onClose={onClose}
      buttons={
        <Button look="act" onClick={onClose}>
          Done
        </Button>
      }
    >
      <Choice
        label="Sent by"
        value={way.by}
        onChange={({ target }) => send(target.value === "sound" ? "sound" : "keyer")}
      >
        <option value="keyer">a keyer</option>
        <option value="sound">sound of this computer</option>
      </Choice>
      {way.by === "sound" && (
        <>
          <div className="grid grid-flow-col auto-cols-auto grid-cols-[minmax(0,1fr)] items-end gap-2">
            <Choice
              label="Sound output"
              value={way.output?.deviceId ?? USUAL}
              onChange={({ target }) => choose(target.value)}
            >
              <option value={USUAL}>{USUAL_OUTPUT}</option>
              {offered.map(({ deviceId, name }) => (
                <option key={deviceId} value={deviceId}>
                  {name}
                </option>
              ))}
            </Choice>
            {outputs.length === 0 && <Button onClick={() => void askFor()}>Look for outputs</Button>}
          </div>
          {outputs.length === 0 && (
            <p className="text-soft">
              Browsers tell which outputs there are once they may listen: allow it when you are asked. Nothing is
              listened to.
            </p>
          )}
          {fault !== null && (
            <p role="alert" className="text-stop">
              {fault}
            </p>
          )}
          <div className="grid grid-cols-2 gap-4">
            <label className="grid gap-[3px]">
              <span className="text-tiny text-soft">Loudness, {way.loudness} %</span>
              <input
                type="range"
                min={1}
                max={100}
                value={way.loudness}
                onChange={({ target }) => change({ loudness: Number(target.value) })}
                className="h-[34px] accent-signal"
              />
            </label>
            <Choice
              label="The radio takes it in its"
              value={way.side}
              onChange={({ target }) => change({ side: target.value === "upper" ? "upper" : "lower" })}
            >
              <option value="lower">lower sideband</option>
              <option value="upper">upper sideband</option>
            </Choice>
          </div>
          <Trial way={way} />
          <TransmitSaid />
        </>
      )}
    </Window>
  );
}

/** Sends a line into the output without the radio's transmit switch, and shows what is read of it. */
function Trial({ way }: { way: RttyWay }) {
  const { trial, isOn, text, fault } = useTrial(way);
  const { mark, space } = rttyTonesOn(way.side);
  return (
    <div className="grid gap-1">
      <div className="flex items-center gap-3">
        <Button onClick={trial}>{isOn ? "Stop" : "Try it"}</Button>
        <span className="text-soft">
          A line of signs, mark at {mark} Hz and space at {space} Hz, without the radio being told to transmit.
        </span>
      </div>
      <p role="status" className="truncate font-mono" aria-label="Read of the sound">
        {text}
      </p>
      {fault !== null && (
        <p role="alert" className="text-stop">
          {fault}
        </p>
      )}
    </div>
  );
}

/** What makes the radio transmit. */
function TransmitSaid() {
  const radio = useRadio(({ link }) => link);
  const transmits = radio?.radio?.transmits === true;
  return (
    <p className="text-soft">
      {transmits
        ? `${radio.name} is told to transmit while it sounds, and to stop after it.`
        : "No radio is followed here that can be told to transmit: it must do so by itself when it hears the sound."}
    </p>
  );
}
