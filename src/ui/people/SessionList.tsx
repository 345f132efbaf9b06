"use client";

import { useMutation } from "@tanstack/react-query";
import { toast } from "sonner";
import type { SignedIn } from "@/core/contract";
import { fullTime } from "@/core/time/words";
import { Button } from "../kit/Button";
import { browserName } from "./browserName";

/** Where somebody is signed in; each can be ended. */
export function SessionList({
  items,
  end,
  onEnded,
}: {
  items: readonly SignedIn[] | undefined;
  end: (sessionId: number) => Promise<unknown>;
  onEnded: () => void;
}) {
  const ending = useMutation({
    mutationFn: end,
    onSuccess: onEnded,
    onError: (error) => toast.error(error.message),
  });
  if (items === undefined) return <p className="text-soft">Loading</p>;
  return (
    <section aria-label="Signed in" className="grid gap-1">
      <h3 className="heading">Signed in</h3>
      {items.length === 0 && <p className="text-soft">Nowhere</p>}
      <ul className="divide-y divide-line">
        {items.map(({ id, since, address, browser, isThis }) => {
          const where = `${browserName(browser)}${address === null ? "" : ` at ${address}`}`;
          return (
            <li key={id} className="flex items-center gap-3 py-1.5">
              <span className="min-w-0 flex-1 truncate">
                {where} <span className="text-soft">since {fullTime(since)} UTC</span>
              </span>
              {isThis ? (
                <span className="text-soft">here</span>
              ) : (
                <Button small disabled={ending.isPending} onClick={() => ending.mutate(id)}>
                  Sign out
                  <span className="sr-only"> {where}</span>
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
