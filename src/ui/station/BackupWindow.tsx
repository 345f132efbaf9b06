"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { EVERY, type Every, type KeepRule } from "@/core/backup";
import type { BackupSettings } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/backups";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { faultLines } from "../kit/faultLines";
import { Field } from "../kit/Field";
import { Window } from "../kit/Window";
import { EVERY_WORDS } from "./backupWords";
import { backupsKey } from "./backupsKey";

const KEPT: readonly (readonly [keyof KeepRule, string])[] = [
  ["newest", "The newest"],
  ["days", "Of days"],
  ["weeks", "Of weeks"],
  ["months", "Of months"],
];

/** When backups are made, which are kept, and where a copy of each goes. */
export function BackupWindow({ settings, onClose }: { settings: BackupSettings; onClose: () => void }) {
  const client = useQueryClient();
  const [every, setEvery] = useState<Every>(settings.every);
  const [keep, setKeep] = useState(() => KEPT.map(([part]) => String(settings.keep[part])));
  const [second, setSecond] = useState(settings.second ?? "");
  const save = useMutation({
    mutationFn: () =>
      ask(endpoints.changeBackups, {
        body: {
          every,
          keep: Object.fromEntries(KEPT.map(([part], at) => [part, Number(keep[at])])) as KeepRule,
          second: second.trim() === "" ? null : second.trim(),
        },
      }),
    onSuccess: (view) => {
      client.setQueryData(backupsKey, view);
      onClose();
    },
  });
  const wrong = KEPT.map((_, at) => (/^\d{1,3}$/.test(keep[at]!) ? undefined : "a number, as 7"));
  const isWrong = wrong.some((fault) => fault !== undefined);
  return (
    <Window
      title="Backups"
      about="Kept are the newest, and the last one of so many days, weeks and months; the others are let go."
      width={560}
      onClose={onClose}
      onSubmit={() => !isWrong && save.mutate()}
      buttons={
        <>
          <Button onClick={onClose}>Close</Button>
          <Button type="submit" look="act" disabled={save.isPending || isWrong}>
            Keep
          </Button>
        </>
      }
    >
      <Choice label="Made" autoFocus value={every} onChange={({ target }) => setEvery(target.value as Every)}>
        {(Object.keys(EVERY) as Every[]).map((one) => (
          <option key={one} value={one}>
            {EVERY_WORDS[one]}
          </option>
        ))}
      </Choice>
      <div className="grid grid-cols-4 gap-3">
        {KEPT.map(([part, label], at) => (
          <Field
            key={part}
            label={label}
            inputMode="numeric"
            value={keep[at]}
            fault={wrong[at]}
            onChange={({ target }) => setKeep(keep.map((one, index) => (index === at ? target.value : one)))}
          />
        ))}
      </div>
      <Field
        label="A copy of each goes to this folder, on another disk; none where it is empty"
        mono
        placeholder="/media/stick/ypsiloid"
        maxLength={1000}
        value={second}
        onChange={({ target }) => setSecond(target.value)}
      />
      {save.error !== null && (
        <div role="alert" className="text-stop">
          {faultLines(save.error).map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      )}
    </Window>
  );
}
