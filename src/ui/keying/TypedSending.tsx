"use client";

import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { toast } from "sonner";
import { LONGEST_SENT } from "@/core/contract";
import { KEYED } from "@/core/signal";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { Key } from "../kit/Key";
import { useTuning } from "../shell/radio";
import { Misprints } from "./GoingOut";
import { RttyBy } from "./RttyBy";
import { ShiftedText, SHIFTS_SAID } from "./ShiftedText";
import { afterEnd, afterSent, NOTHING_TYPED, type TypedOver, wholeOf } from "./typedOver";
import { type KeyerState, noKeyer } from "./useKeyer";

/** Text that is sent as it is typed, in Morse or RTTY: Enter begins, and ends the over; what waits can be corrected. */
export function TypedSending({ keyer, onLeave }: { keyer: KeyerState; onLeave: () => void }) {
  const tuning = useTuning();
  const [over, setOver] = useState<TypedOver>(NOTHING_TYPED);
  /** The transmission that is typed into; null while none is. */
  const [number, setNumber] = useState<number | null>(null);
  const [isEnding, setEnding] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const { mode } = keyer;
  const { lead, odd: oddIn, name } = KEYED[mode ?? "CW"];
  const isOn = number !== null;

  // What went out stands before what waits; what was left when it ended stays to be sent.
  const isOurs = keyer.id === number || keyer.id === null;
  const sent = isOn && keyer.id === number ? afterSent(over, keyer.sent.slice(lead.length)) : over;
  const isOver = isOn && !(keyer.sending && isOurs);
  const now = isOver ? afterEnd(sent) : sent;
  if (now !== over) setOver(now);
  if (isOver) {
    setNumber(null);
    setEnding(false);
  }
  const latest = useRef("");
  useEffect(() => {
    latest.current = wholeOf(now);
  });
  useActions([{ id: "toTyping", run: () => field.current?.focus() }]);

  const odd = oddIn(now.waits);
  function type(typed: string) {
    // What has gone out stays as it is.
    const next = { ...now, waits: typed.toUpperCase().slice(now.gone.length) };
    setOver(next);
    // What cannot be sent does not go out before it is corrected.
    if (isOn && oddIn(next.waits).length === 0) keyer.change(lead + wholeOf(next), !isEnding);
  }
  async function beginOrEnd() {
    if (mode === null) return void toast("Texts are sent in CW and RTTY: choose one of them.");
    if (odd.length > 0) return;
    if (isOn) {
      setEnding(true);
      // A space behind it, so that it does not run into what follows.
      return keyer.change(`${lead}${wholeOf(now).trimEnd()} `, false);
    }
    if (now.waits.trim() === "" || !tuning.mayBegin()) return;
    const begun = await keyer.begin(lead + now.waits);
    setNumber(begun);
    // What was typed meanwhile.
    if (begun !== null && latest.current !== now.waits) keyer.change(lead + latest.current, true);
  }
  function onKeyDown(event: KeyboardEvent) {
    if (event.key !== "Enter" && event.key !== "Escape") return;
    event.preventDefault();
    if (event.key === "Escape") onLeave();
    else void beginOrEnd();
  }

  return (
    <section aria-label="Keyboard" className="h-full overflow-auto bg-panel px-3 py-2">
      <div className="flex flex-wrap items-center gap-2">
        <input
          ref={field}
          aria-label="Text to send"
          value={wholeOf(now)}
          onChange={({ target }) => type(target.value)}
          onKeyDown={onKeyDown}
          maxLength={LONGEST_SENT - lead.length - 1}
          placeholder="Type, and Enter begins to send"
          aria-invalid={odd.length > 0}
          className="h-8 min-w-48 flex-1 rounded-field border border-line bg-raised px-2 font-mono focus:border-signal"
        />
        <Button small look={isOn ? "plain" : "act"} onClick={() => void beginOrEnd()}>
          {isOn ? "End" : "Send"} <Key>Enter</Key>
        </Button>
        {keyer.sending && (
          <Button small onClick={keyer.stop}>
            Stop <Key>Escape</Key>
          </Button>
        )}
      </div>
      {wholeOf(now) !== "" && (
        <p
          className="mt-1.5 font-mono break-words whitespace-pre-wrap"
          title={mode === "RTTY" ? `What goes out, ${SHIFTS_SAID}` : "What goes out"}
        >
          <span className="text-signal">{now.gone}</span>
          {mode === "RTTY" ? <ShiftedText text={now.waits} after={now.gone} /> : now.waits}
        </p>
      )}
      <div className="mt-1 flex flex-wrap items-baseline gap-x-2 text-small">
        {odd.length > 0 ? (
          <span role="alert" className="text-stop">
            {name} has no sign for {odd.join(" ")}: correct it, and it goes on.
          </span>
        ) : (
          <>
            <State keyer={keyer} isOn={isOn} isEnding={isEnding} />
            {mode === "RTTY" && <RttyBy keyer={keyer} />}
          </>
        )}
        <Misprints keyer={keyer} />
      </div>
    </section>
  );
}

function State({ keyer, isOn, isEnding }: { keyer: KeyerState; isOn: boolean; isEnding: boolean }) {
  const { mode, isThere, sending } = keyer;
  const text =
    mode === null
      ? "The radio is in a mode that is not keyed: texts are sent in CW and RTTY."
      : !isThere
        ? noKeyer(mode)
        : isEnding
          ? "Ends when all of it is out."
          : isOn
            ? "Goes out as you type; what waits can be corrected. Enter ends the over, Escape stops at once."
            : sending
              ? "A message goes out."
              : `Sends ${KEYED[mode].name}.`;
  return (
    <span role="status" className="text-soft">
      {text}
    </span>
  );
}
