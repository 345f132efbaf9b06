"use client";

import { Volume2, VolumeX } from "lucide-react";
import { spokenText } from "@/core/contest";
import { asKeyed } from "@/core/signal";
import { Button } from "../kit/Button";
import { KeyOf } from "../kit/Key";
import { GoingOut } from "../keying/GoingOut";
import { RttyBy } from "../keying/RttyBy";
import { ShiftedText, SHIFTS_SAID } from "../keying/ShiftedText";
import type { useFlow } from "./useFlow";
import type { KeyerState } from "../keying/useKeyer";

interface BarProps {
  flow: ReturnType<typeof useFlow>;
  keyer: KeyerState;
  /** Who operates, and what makes it the next one. */
  operator?: { readonly call: string; readonly onNext: () => void };
  onEdit?: () => void;
  /** The run frequency when one is away from it. */
  runText: string | null;
}

/** The messages of the moment, each with the text that would go out now; and what goes out. */
export function MessageBar({ flow, keyer, operator, onEdit, runText }: BarProps) {
  const next = flow.step?.send;
  const isRtty = flow.isKeyed && keyer.mode === "RTTY";
  return (
    <section aria-label="Messages" className="grid gap-1.5 border-b border-line bg-panel px-4 py-2">
      <div className="flex flex-wrap items-center gap-2">
        <Button small aria-label={`${WAYS[flow.way]}: change`} onClick={flow.turnWay}>
          <b className="font-semibold">{WAYS[flow.way]}</b>
        </Button>
        {runText !== null && (
          <Button small look="quiet" onClick={flow.toRun}>
            Back to {runText}
          </Button>
        )}
        <span className="text-soft" role="status" aria-label="What Enter does">
          {flow.step === null ? "Enter logs" : `Enter ${flow.step.says}`}
        </span>
        <label className="flex items-center gap-1.5 text-soft">
          <input type="checkbox" checked={flow.byEnter} onChange={flow.turnByEnter} />
          Enter sends
        </label>
        <span className="flex-1" />
        {flow.group === "CW" && (
          <>
            <Button small look="quiet" aria-label="Slower" onClick={() => keyer.changeSpeed(-2)}>
              −
            </Button>
            <span className="font-mono">{keyer.speed} wpm</span>
            <Button small look="quiet" aria-label="Faster" onClick={() => keyer.changeSpeed(2)}>
              +
            </Button>
            <Button small look="quiet" aria-pressed={keyer.tone} onClick={keyer.turnTone}>
              {keyer.tone ? <Volume2 size={14} aria-hidden /> : <VolumeX size={14} aria-hidden />} Tone
            </Button>
          </>
        )}
        {keyer.mode === "RTTY" && <RttyBy keyer={keyer} />}
        {operator !== undefined && (
          <Button small look="quiet" onClick={operator.onNext}>
            At the key: <span className="font-mono">{operator.call}</span>
          </Button>
        )}
        {onEdit !== undefined && (
          <Button small look="quiet" onClick={onEdit}>
            Messages
          </Button>
        )}
      </div>
      <div className="flex gap-2 overflow-x-auto pb-0.5">
        {flow.messages.map((message, index) => {
          const text = flow.textOf(message);
          const isNext = next === message.moment;
          return (
            <button
              key={message.id}
              type="button"
              onClick={() => flow.send(message)}
              title={isRtty ? `${text}, ${SHIFTS_SAID}` : text}
              className={`grid min-w-36 max-w-72 flex-1 gap-0.5 rounded-field border px-2 py-1 text-left hover:border-signal ${isNext ? "border-signal bg-signal-wash" : "border-line bg-raised"}`}
            >
              <span className="flex items-center justify-between gap-2 text-tiny text-soft">
                {message.label}{" "}
                <span className="text-ink">
                  <KeyOf id={`message${index}`} />
                </span>
              </span>
              <span className="truncate font-mono">
                {text === "" ? "…" : isRtty ? <ShiftedText text={asKeyed("RTTY", text)} /> : text}
              </span>
            </button>
          );
        })}
      </div>
      {flow.isKeyed
        ? (keyer.sending || keyer.sent !== "") && <GoingOut keyer={keyer} />
        : flow.spoken !== "" && (
            <p className="text-title font-semibold" role="status" aria-label="To say">
              {flow.group === "voice" ? `Say: ${spokenText(flow.spoken)}` : flow.spoken}
            </p>
          )}
    </section>
  );
}

const WAYS = { run: "Running", search: "Search and pounce" } as const;
