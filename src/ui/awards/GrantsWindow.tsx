"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import * as endpoints from "@/core/contract/endpoints/credits";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Chips } from "../kit/Chips";
import { faultLines } from "../kit/faultLines";
import { many } from "../kit/format";
import { Window } from "../kit/Window";
import { useLogbook } from "../shell/logbook";
import { creditsKey, progressKey } from "./awardKeys";
import type { AwardState } from "./useAwards";

/** What was granted on paper, long ago: a list of its contacts is typed or pasted. */
export function GrantsWindow({ awards, onClose }: { awards: readonly AwardState[]; onClose: () => void }) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const id = useId();
  const [chosen, setChosen] = useState<string[]>([]);
  const [text, setText] = useState("");
  const record = useMutation({
    mutationFn: () => ask(endpoints.grantList, { params: { logbookId: logbook.id }, body: { awards: chosen, text } }),
    onSuccess: async ({ left }) => {
      // What could not be told of stays, to be mended.
      setText(left.map((line) => line.text).join("\n"));
      await client.invalidateQueries({ queryKey: progressKey(logbook.id) });
      for (const award of chosen) await client.invalidateQueries({ queryKey: creditsKey(logbook.id, award) });
    },
  });
  const report = record.data;
  return (
    <Window
      title="Granted before"
      about="One contact a line: call, day (UTC), band and mode, in any order. Each is looked for in the log, and what it brings is granted."
      width={760}
      onClose={onClose}
      buttons={
        <>
          <Button onClick={onClose}>Close</Button>
          <Button
            look="act"
            disabled={chosen.length === 0 || text.trim() === "" || record.isPending}
            onClick={() => record.mutate()}
          >
            Record as granted
          </Button>
        </>
      }
    >
      <Chips
        label="Granted for"
        values={awards.map(({ award }) => award)}
        text={(award) => awards.find((one) => one.award === award)!.of.name}
        chosen={chosen}
        onChange={setChosen}
      />
      <div className="grid gap-[3px]">
        <label htmlFor={id} className="text-tiny text-soft">
          Contacts
        </label>
        <textarea
          id={id}
          autoFocus
          rows={10}
          spellCheck={false}
          className="field h-auto py-1.5 font-mono"
          placeholder="OY4QSA 2019-05-31 20m CW"
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
      </div>
      {record.error !== null && (
        <div role="alert" className="text-stop">
          {faultLines(record.error).map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      )}
      {report !== undefined && (
        <div role="status" className="grid gap-1">
          <p>
            {many(report.credits, "credit")} of {many(report.contacts, "contact")} granted
            {report.left.length > 0 && `; ${many(report.left.length, "line")} left above`}.
          </p>
          <ul className="max-h-32 overflow-auto text-wanted" tabIndex={0} aria-label="Lines that are left">
            {report.left.map(({ line, text: said, why }) => (
              <li key={line}>
                <span className="font-mono">{said}</span>: {why}
              </li>
            ))}
          </ul>
        </div>
      )}
    </Window>
  );
}
