"use client";

import { useState } from "react";
import type { PaddleSide } from "@/core/signal";
import { Key } from "../kit/Key";

const SIDES: Readonly<Record<string, PaddleSide>> = { Comma: "dot", Period: "dash" };

/** The paddle of the keyboard: while it has the focus, two keys are its sides. */
export function PaddleKeys({ onPaddle }: { onPaddle: (side: PaddleSide, isDown: boolean) => void }) {
  const [isOn, setOn] = useState(false);
  const turn = (code: string, isDown: boolean) => {
    const side = SIDES[code];
    if (side !== undefined) onPaddle(side, isDown);
    return side !== undefined;
  };
  return (
    <button
      type="button"
      onFocus={() => setOn(true)}
      onBlur={() => {
        setOn(false);
        // What is held as the focus goes would never be let go.
        for (const code of Object.keys(SIDES)) turn(code, false);
      }}
      onKeyDown={(event) => {
        if (event.repeat || event.ctrlKey || event.altKey || event.metaKey) return;
        if (turn(event.code, true)) event.preventDefault();
      }}
      onKeyUp={({ code }) => turn(code, false)}
      className={`flex h-8 items-center gap-2 rounded-field border px-2.5 ${isOn ? "border-signal bg-signal-wash" : "border-line bg-raised hover:border-signal"}`}
    >
      Paddle
      <span className="flex items-center gap-1 text-soft">
        <Key>,</Key> dots <Key>.</Key> dashes{isOn ? "" : ", while it has the focus"}
      </span>
    </button>
  );
}
