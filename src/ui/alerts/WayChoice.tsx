"use client";

import { useState } from "react";
import { useMutation } from "@tanstack/react-query";
import { ALERT_WAYS, type AlertWay } from "@/core/alert";
import * as endpoints from "@/core/contract/endpoints/alerts";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Tick } from "../kit/Tick";
import { useLogbook } from "../shell/logbook";
import { BROWSER_WAYS, isBrowserWay } from "./browserWays";
import { showTestAlert, TEST_ALERT } from "./testAlert";

interface WayChoiceProps {
  chosen: readonly string[];
  onChange: (chosen: string[]) => void;
  fault: string | undefined;
}

/** The ways in which one is called, each with a test of it. */
export function WayChoice({ chosen, onChange, fault }: WayChoiceProps) {
  const { logbook } = useLogbook();
  const [came, setCame] = useState<Partial<Record<AlertWay, { readonly ok: boolean; readonly text: string }>>>({});
  const test = useMutation({
    mutationFn: async (way: AlertWay) => {
      if (way === "mail") {
        const { items } = await ask(endpoints.testAlertMail, { params: { logbookId: logbook.id } });
        return { ok: items.every(({ ok }) => ok), text: items.map(({ what, text }) => `${what}: ${text}`).join(" ") };
      }
      if (isBrowserWay(way)) await BROWSER_WAYS[way](TEST_ALERT, () => {});
      else showTestAlert(true);
      return {
        ok: true,
        text: way === "page" ? "It stands at the foot of the page." : "It is done: did you notice it?",
      };
    },
    onSuccess: (result, way) => setCame((before) => ({ ...before, [way]: result })),
    onError: (error: Error, way) => setCame((before) => ({ ...before, [way]: { ok: false, text: error.message } })),
  });
  return (
    <fieldset className="grid gap-1">
      <legend className="text-tiny text-soft">in these ways</legend>
      {fault !== undefined && (
        <p role="alert" className="text-stop">
          {fault}
        </p>
      )}
      {ALERT_WAYS.map(({ id, text, about }) => {
        const result = came[id];
        return (
          <div key={id} className="grid grid-cols-[130px_64px_minmax(0,1fr)] items-center gap-x-3">
            <Tick
              label={text}
              checked={chosen.includes(id)}
              onChange={(on) =>
                onChange(ALERT_WAYS.flatMap((way) => ((way.id === id ? on : chosen.includes(way.id)) ? [way.id] : [])))
              }
            />
            <Button small disabled={test.isPending} onClick={() => test.mutate(id)}>
              Test<span className="sr-only"> {text}</span>
            </Button>
            <span role="status" className={result === undefined ? "text-soft" : result.ok ? "text-safe" : "text-stop"}>
              {test.isPending && test.variables === id ? "Trying." : (result?.text ?? about)}
            </span>
          </div>
        );
      })}
    </fieldset>
  );
}
