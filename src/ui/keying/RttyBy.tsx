"use client";

import { useState } from "react";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import type { KeyerState } from "./useKeyer";
import { RttyWindow } from "./RttyWindow";

/** What sends RTTY, and the way to choose it. */
export function RttyBy({ keyer: { bySound } }: { keyer: KeyerState }) {
  const [isOpen, setOpen] = useState(false);
  useActions([{ id: "rttyBy", label: "How RTTY is sent: by a keyer, or as sound", run: () => setOpen(true) }]);
  return (
    <>
      <Button
        small
        look="quiet"
        title="How RTTY is sent: by a keyer, or as sound of this computer"
        onClick={() => setOpen(true)}
      >
        <span className="max-w-60 truncate">{bySound === null ? "By keyer" : `As sound: ${bySound}`}</span>
      </Button>
      {isOpen && <RttyWindow onClose={() => setOpen(false)} />}
    </>
  );
}
