"use client";

import { useEffect, useState } from "react";
import { NOTHING_TYPED } from "../entry/useTypedStation";
import { createValueStore } from "../kit/valueStore";
import { tellSiblings, useSiblings } from "../shell/siblings";

/** What of the entry line says which station is meant. */
interface TypedCall {
  readonly call: string;
  readonly grid: string;
}

/** The call that is typed, here or in the window with the entry line, for those parts of a page that ask for it alone. */
export const typedCall = createValueStore("");

/** Tells the windows of panels what is typed in this one. */
export function useTellTyped({ call, grid }: TypedCall): void {
  useEffect(() => {
    typedCall.set(call);
    tellSiblings({ is: "typed", call, grid });
  }, [call, grid]);
  useSiblings((news) => {
    if (news.is === "askTyped") tellSiblings({ is: "typed", call, grid });
  });
}

/** What is typed in the window with the entry line. */
export function useToldTyped(): TypedCall {
  const [typed, setTyped] = useState<TypedCall>(NOTHING_TYPED);
  useSiblings((news) => {
    if (news.is !== "typed") return;
    typedCall.set(news.call);
    setTyped({ call: news.call, grid: news.grid });
  });
  useEffect(() => tellSiblings({ is: "askTyped" }), []);
  return typed;
}
