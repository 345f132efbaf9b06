"use client";

import { useEffect, useState } from "react";
import { NOTHING_TYPED } from "../entry/useTypedStation";
import { tellSiblings, useSiblings } from "../shell/siblings";

/** What of the entry line says which station is meant. */
interface TypedCall {
  readonly call: string;
  readonly grid: string;
}

/** Tells the windows of panels what is typed in this one. */
export function useTellTyped({ call, grid }: TypedCall): void {
  useEffect(() => tellSiblings({ is: "typed", call, grid }), [call, grid]);
  useSiblings((news) => {
    if (news.is === "askTyped") tellSiblings({ is: "typed", call, grid });
  });
}

/** What is typed in the window with the entry line. */
export function useToldTyped(): TypedCall {
  const [typed, setTyped] = useState<TypedCall>(NOTHING_TYPED);
  useSiblings((news) => {
    if (news.is === "typed") setTyped({ call: news.call, grid: news.grid });
  });
  useEffect(() => tellSiblings({ is: "askTyped" }), []);
  return typed;
}
