"use client";

import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Window } from "../kit/Window";

interface StationNoteProps {
  logbookId: number;
  call: string;
  note: string | null;
  onKept: () => void;
  onClose: () => void;
}

/** A note about a station, shown with its call under whichever designators it is heard. */
export function StationNote({ logbookId, call, note, onKept, onClose }: StationNoteProps) {
  const [text, setText] = useState(note ?? "");
  const keep = useMutation({
    mutationFn: () => ask(logbooks.keepNote, { params: { logbookId, call }, body: { text } }),
    onSuccess: () => {
      onKept();
      onClose();
    },
  });
  return (
    <Window
      title={
        <>
          Note about <span className="font-mono">{call}</span>
        </>
      }
      width={520}
      onClose={onClose}
      onSubmit={() => keep.mutate()}
      buttons={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act" disabled={keep.isPending}>
            Keep
          </Button>
        </>
      }
    >
      <textarea
        aria-label="Note"
        autoFocus
        rows={5}
        maxLength={5000}
        className="field h-auto py-1.5"
        value={text}
        onChange={({ target }) => setText(target.value)}
        onKeyDown={(event) => {
          if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) keep.mutate();
        }}
      />
      {keep.error !== null && (
        <p role="alert" className="text-stop">
          {keep.error.message}
        </p>
      )}
    </Window>
  );
}
