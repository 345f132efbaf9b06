"use client";

import { type ComponentProps, useState } from "react";
import { Field } from "./Field";

interface TakenFieldProps extends Omit<ComponentProps<typeof Field>, "value" | "onChange" | "onBlur" | "onKeyDown"> {
  /** What stands there while nothing is typed. */
  shown: string;
  /** Takes what was typed, or says what is wrong with it; then it stays typed. */
  take: (typed: string) => string | undefined;
}

/** A field whose text is taken as a whole, when it is left or by Enter. */
export function TakenField({ shown, take, fault, ...rest }: TakenFieldProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string>();

  function taken() {
    if (typed === null) return;
    const found = take(typed);
    setWrong(found);
    if (found === undefined) setTyped(null);
  }

  return (
    <Field
      {...rest}
      value={typed ?? shown}
      onChange={({ target }) => (setTyped(target.value), setWrong(undefined))}
      onBlur={taken}
      onKeyDown={(event) => {
        if (event.key !== "Enter" || typed === null) return;
        event.preventDefault();
        event.stopPropagation();
        taken();
      }}
      fault={wrong ?? fault}
    />
  );
}
