"use client";

import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { formatFrequency, parseFrequency } from "@/core/band";
import { cleanCall, parseCallsign } from "@/core/callsign";
import { type Link, type LoggedContact, LONGEST_REMARK } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/links";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { Field } from "../kit/Field";
import { kept, useKept } from "../kit/kept";
import { Tick } from "../kit/Tick";
import { Window } from "../kit/Window";

/** The remark that is held for the next announcement; "" for none. */
const keptRemark = kept<string>(
  "announceRemark",
  "",
  () => localStorage,
  (data) => (typeof data === "string" ? data : null),
);

interface AnnounceWindowProps {
  networks: readonly Link[];
  /** The call in the entry line. */
  typed: string;
  /** The contact that was logged last. */
  last: Pick<LoggedContact, "call" | "frequencyHz"> | null;
  now: { readonly frequencyHz: number | null };
  onClose: () => void;
}

/** Announces the station that is typed, or the one logged last, to a spot network. */
export function AnnounceWindow({ networks, typed, last, now, onClose }: AnnounceWindowProps) {
  const up = networks.filter(({ phase }) => phase === "up");
  const held = useKept(keptRemark);
  const isTyped = typed.trim() !== "";
  const [network, setNetwork] = useState(up[0]?.id ?? 0);
  const [call, setCall] = useState(cleanCall(isTyped ? typed : (last?.call ?? "")));
  const hertz = isTyped ? now.frequencyHz : (last?.frequencyHz ?? now.frequencyHz);
  const [frequency, setFrequency] = useState(hertz === null ? "" : formatFrequency(hertz));
  const [remark, setRemark] = useState(held);
  const [hold, setHold] = useState(held !== "");
  const [tried, setTried] = useState(false);
  const frequencyHz = parseFrequency(frequency);
  const callFault = parseCallsign(call).ok ? undefined : "a call, as DL1QTA";
  const frequencyFault = frequencyHz === null ? "a frequency in kHz, as 14025" : undefined;

  const announce = useMutation({
    mutationFn: () =>
      ask(endpoints.commandLink, {
        params: { linkId: network },
        body: { do: "announce", call: cleanCall(call), frequencyHz: frequencyHz!, remark },
      }),
    onSuccess: () => {
      keptRemark.set(hold ? remark : "");
      toast.success(`${cleanCall(call)} is announced; it stands among the spots when it comes back from the network.`);
      onClose();
    },
    onError: (problem) => toast.error(problem.message),
  });
  function submit() {
    setTried(true);
    if (callFault === undefined && frequencyFault === undefined && up.length > 0) announce.mutate();
  }

  return (
    <Window
      title="Announce a station"
      about="All who follow the network see it, with your call."
      width={440}
      onClose={onClose}
      onSubmit={submit}
      buttons={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act" disabled={announce.isPending || up.length === 0}>
            Announce
          </Button>
        </>
      }
    >
      {up.length === 0 && <p className="text-stop">No spot network is connected: look in Station what is wrong.</p>}
      <div className="grid grid-cols-2 gap-3">
        <Field
          label="Call"
          mono
          value={call}
          onChange={({ target }) => setCall(target.value.toUpperCase())}
          maxLength={20}
          fault={tried ? callFault : undefined}
        />
        <Field
          label="kHz"
          mono
          value={frequency}
          onChange={({ target }) => setFrequency(target.value)}
          maxLength={20}
          fault={tried ? frequencyFault : undefined}
        />
      </div>
      <Field
        label="Remark"
        value={remark}
        maxLength={LONGEST_REMARK}
        onChange={({ target }) => setRemark(target.value)}
      />
      <Tick label="Hold the remark for the next one" checked={hold} onChange={setHold} />
      {up.length > 1 && (
        <Choice label="Network" value={network} onChange={({ target }) => setNetwork(Number(target.value))}>
          {up.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Choice>
      )}
    </Window>
  );
}
