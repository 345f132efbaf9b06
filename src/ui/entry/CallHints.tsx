"use client";

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, type RefObject, useEffect, useRef } from "react";
import { isHintable } from "@/core/callsign";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { useActions } from "../kit/actions";
import { useSettled } from "../kit/useSettled";
import { ask } from "../kit/api";

const AFTER_MS = 50;

interface CallHintsProps {
  logbookId: number;
  call: string;
  callRef: RefObject<HTMLInputElement | null>;
  onPick: (call: string) => void;
}

/** Calls of the log that fit what is typed so far; "?" stands for a letter that was not heard. */
export function CallHints({ logbookId, call, callRef, onPick }: CallHintsProps) {
  // The reading goes first.
  const like = useSettled(call.trim(), AFTER_MS);
  const asked = isHintable(like);
  const list = useRef<HTMLDivElement>(null);
  const { data } = useQuery({
    queryKey: ["hints", logbookId, like],
    queryFn: ({ signal }) => ask(logbooks.hints, { params: { logbookId }, query: { like }, signal }),
    enabled: asked,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  const items = asked ? (data?.items ?? []).filter((hint) => hint.call !== like) : [];
  useActions([{ id: "hints" }]);
  useEffect(() => {
    const field = callRef.current;
    const onKey = (event: globalThis.KeyboardEvent) => {
      const first = list.current?.querySelector("button");
      if (event.key !== "ArrowDown" || event.altKey || !first) return;
      event.preventDefault();
      first.focus();
    };
    field?.addEventListener("keydown", onKey);
    return () => field?.removeEventListener("keydown", onKey);
  }, [callRef]);

  function onKeyDown(event: KeyboardEvent<HTMLDivElement>) {
    const at = [...event.currentTarget.querySelectorAll("button")].indexOf(event.target as HTMLButtonElement);
    const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (by !== 0) event.currentTarget.querySelectorAll("button")[at + by]?.focus();
    else if (event.key === "ArrowUp") callRef.current?.focus();
    else return;
    event.preventDefault();
  }

  if (items.length === 0) return null;
  return (
    <div
      ref={list}
      role="group"
      aria-label="Calls that fit"
      className="flex gap-3 overflow-hidden"
      onKeyDown={onKeyDown}
    >
      {items.map((hint) => (
        <button
          key={hint.call}
          type="button"
          tabIndex={-1}
          title={`${hint.contacts} in the log`}
          className="font-mono text-soft hover:text-signal"
          onClick={() => {
            onPick(hint.call);
            callRef.current?.focus();
          }}
        >
          {hint.call}
        </button>
      ))}
    </div>
  );
}
