"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { RECEIVED_STATES, SENT_STATES } from "@/core/confirm";
import { FACT_GROUPS, factField, type FactField } from "@/core/contact";
import { type Change, type ChangeReport, type Selection } from "@/core/contract";
import { entityByCode } from "@/core/entity";
import * as station from "@/core/contract/endpoints/station";
import * as jobs from "@/core/contract/endpoints/jobs";
import * as contacts from "@/core/contract/endpoints/contacts";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { EntityField } from "../kit/EntityField";
import { DayField } from "../kit/DayField";
import { Field } from "../kit/Field";
import { count, many } from "../kit/format";
import { useJob } from "../kit/useJob";
import { SENT_WORDS } from "./CardFields";
import { Window } from "../kit/Window";
import { ProgressBar, summaryOf } from "../shell/JobLine";
import { useLogbook } from "../shell/logbook";
import { changeFrom, type ChangeDraft, type DraftedChange, EMPTY_CHANGE } from "./changeDraft";
import { labelOf, valueInWords } from "./contactForm";
import { useUndo } from "./useUndo";

const KINDS: readonly (readonly [DraftedChange, string])[] = [
  ["set", "Set a field"],
  ["shift", "Shift the times"],
  ["site", "Set our side as at a site"],
  ["card", "Mark cards"],
  ["pin", "Pin, or take the pin off"],
  ["resolve", "Work out entity and zones anew"],
  ["move", "Move to another logbook"],
  ["copy", "Copy to another logbook"],
  ["delete", "Delete"],
];

interface ChangeWindowProps {
  logbookId: number;
  selection: Selection;
  selected: number;
  /** What stands in it at first. */
  start?: Partial<ChangeDraft>;
  onClose: () => void;
}

/** One change for all selected contacts: said, looked at, done. */
export function ChangeWindow({ logbookId, selection, selected, start, onClose }: ChangeWindowProps) {
  const [draft, setDraft] = useState<ChangeDraft>({ ...EMPTY_CHANGE, ...start });
  const [previewId, setPreviewId] = useState<number | null>(null);
  const [changeId, setChangeId] = useState<number | null>(null);
  const preview = useJob(previewId, "preview");
  const change = useJob(changeId, "change");
  const read = changeFrom(draft);
  const [tried, setTried] = useState(false);
  const fault = "fault" in read ? read.fault : null;

  const look = useMutation({
    mutationFn: (asked: Change) =>
      ask(contacts.previewChange, { params: { logbookId }, body: { selection, change: asked } }),
    onSuccess: (job) => setPreviewId(job.id),
  });
  const run = useMutation({
    mutationFn: (id: number) => ask(contacts.runChange, { params: { logbookId, jobId: id } }),
    onSuccess: (job) => setChangeId(job.id),
  });
  const cancel = useMutation({ mutationFn: (id: number) => ask(jobs.cancelJob, { params: { jobId: id } }) });
  const done = change !== null && change.state !== "running" ? change.report : null;
  const report = preview?.state === "done" ? preview.report : null;

  function submit() {
    if (changeId !== null) return onClose();
    if (previewId !== null)
      return report !== null && report.changed > 0 && previewId !== null ? run.mutate(previewId) : undefined;
    if ("fault" in read) return setTried(true);
    look.mutate(read.change);
  }

  const problem = look.error?.message ?? run.error?.message ?? preview?.problem ?? null;
  return (
    <Window
      title={`Change ${many(selected, "contact")}`}
      about={
        changeId !== null
          ? "One batch of the journal: it can be undone as a whole."
          : previewId === null
            ? "Nothing is changed before you have seen what would change."
            : "This is what would change. Nothing is changed yet."
      }
      width={720}
      onClose={onClose}
      onSubmit={submit}
      buttons={
        changeId !== null ? (
          <>
            {change?.state === "running" && <Button onClick={() => cancel.mutate(changeId)}>Cancel the change</Button>}
            {done !== null && <UndoChange logbookId={logbookId} report={done} />}
            <Button key="close" type="submit" look="act" autoFocus>
              {change === null || change.state === "running" ? "Go on in the background" : "Close"}
            </Button>
          </>
        ) : previewId !== null ? (
          <>
            <Button onClick={() => setPreviewId(null)}>Back</Button>
            <Button
              key={report === null ? "looking" : "run"}
              type="submit"
              look="act"
              autoFocus
              disabled={report === null || report.changed === 0 || run.isPending}
            >
              {report === null ? "Looking" : `Change ${many(report.changed, "contact")}`}
            </Button>
          </>
        ) : (
          <>
            <Button onClick={onClose}>Cancel</Button>
            <Button type="submit" look="act" disabled={look.isPending}>
              Look what would change
            </Button>
          </>
        )
      }
    >
      {previewId === null && (
        <>
          <Choice
            label="What"
            autoFocus
            value={draft.do}
            onChange={({ target }) => {
              setDraft({ ...draft, do: target.value as DraftedChange });
              setTried(false);
            }}
          >
            {KINDS.map(([kind, label]) => (
              <option key={kind} value={kind}>
                {label}
              </option>
            ))}
          </Choice>
          <ChangeForm draft={draft} setDraft={setDraft} />
          {tried && fault !== null && (
            <p role="alert" className="text-stop">
              {fault}
            </p>
          )}
        </>
      )}
      {previewId !== null && changeId === null && preview?.state === "running" && <ProgressBar job={preview} />}
      {changeId === null && report !== null && <Report report={report} />}
      {change !== null && (
        <>
          {change.state === "running" && <ProgressBar job={change} />}
          {change.problem !== null && <p className="text-stop">{change.problem}</p>}
          {change.report !== null && <p>{summaryOf(change)}</p>}
        </>
      )}
      {problem !== null && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
    </Window>
  );
}

function ChangeForm({ draft, setDraft }: { draft: ChangeDraft; setDraft: (draft: ChangeDraft) => void }) {
  const { logbook, logbooks } = useLogbook();
  const { data } = useQuery({ queryKey: ["sites"], queryFn: () => ask(station.sites) });
  const field = factField(draft.field)!;
  switch (draft.do) {
    case "set":
      return (
        <div className="grid grid-cols-2 gap-3">
          <Choice
            label="Field"
            value={draft.field}
            onChange={({ target }) => setDraft({ ...draft, field: target.value as FactField["key"], value: "" })}
          >
            {FACT_GROUPS.map(({ title, fields }) => (
              <optgroup key={title} label={title}>
                {fields
                  .filter(({ single }) => !single)
                  .map(({ key, label }) => (
                    <option key={key} value={key}>
                      {label}
                    </option>
                  ))}
              </optgroup>
            ))}
          </Choice>
          {field.kind === "entity" ? (
            <EntityField
              label="To"
              entity={entityByCode(Number(draft.value || NaN)) ?? null}
              onChange={(entity) => setDraft({ ...draft, value: String(entity?.code ?? "") })}
            />
          ) : (
            <Field
              label="To (nothing empties it)"
              value={draft.value}
              onChange={({ target }) => setDraft({ ...draft, value: target.value })}
            />
          )}
        </div>
      );
    case "shift":
      return (
        <Field
          label="By how much: hours and minutes, as in +1:00 or -0:25, or with seconds, -0:00:30"
          mono
          placeholder="+1:00"
          value={draft.shift}
          onChange={({ target }) => setDraft({ ...draft, shift: target.value })}
        />
      );
    case "site":
      return (
        <Choice
          label={draft.only.length === 0 ? "Site" : `Site, of which only: ${draft.only.map(labelOf).join(", ")}`}
          value={draft.siteId}
          onChange={({ target }) => setDraft({ ...draft, siteId: target.value })}
        >
          <option value="">Choose</option>
          {data?.items.map(({ id, name, call, grid }) => (
            <option key={id} value={id}>
              {name}, {call} in {grid}
            </option>
          ))}
        </Choice>
      );
    case "card":
      return (
        <div className="grid grid-cols-4 gap-3 max-sm:grid-cols-2">
          <Choice label="Ours" value={draft.sent} onChange={({ target }) => setDraft({ ...draft, sent: target.value })}>
            <option value="">as it is</option>
            {SENT_STATES.map((state) => (
              <option key={state} value={state}>
                {SENT_WORDS[state] ?? state}
              </option>
            ))}
          </Choice>
          <Choice
            label="Theirs"
            value={draft.received}
            onChange={({ target }) => setDraft({ ...draft, received: target.value })}
          >
            <option value="">as it is</option>
            {RECEIVED_STATES.map((state) => (
              <option key={state} value={state}>
                {state}
              </option>
            ))}
          </Choice>
          <DayField label="On (UTC day, or empty)" value={draft.on} onChange={(on) => setDraft({ ...draft, on })} />
          <Choice
            label="By way of"
            value={draft.via}
            onChange={({ target }) => setDraft({ ...draft, via: target.value })}
          >
            <option value="">not said</option>
            <option value="bureau">the bureau</option>
            <option value="direct">direct</option>
          </Choice>
        </div>
      );
    case "pin":
      return (
        <Choice
          label="Pin"
          value={draft.pin ? "yes" : "no"}
          onChange={({ target }) => setDraft({ ...draft, pin: target.value === "yes" })}
        >
          <option value="yes">Pin them</option>
          <option value="no">Take the pin off</option>
        </Choice>
      );
    case "move":
    case "copy":
      return logbooks.length < 2 ? (
        <p className="text-soft">There is no other logbook. Make one first: find the action “New logbook”.</p>
      ) : (
        <Choice
          label="Logbook"
          value={draft.logbookId}
          onChange={({ target }) => setDraft({ ...draft, logbookId: target.value })}
        >
          <option value="">Choose</option>
          {logbooks
            .filter(({ id }) => id !== logbook.id)
            .map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
        </Choice>
      );
    case "resolve":
      return (
        <p className="text-soft">
          Entity, continent and zones are worked out from call and date by today’s tables and your exceptions. What the
          contacts have now is replaced.
        </p>
      );
    case "delete":
      return <p className="text-soft">The contacts are taken out of the log; the journal can bring them back.</p>;
  }
}

function Report({ report }: { report: ChangeReport }) {
  return (
    <>
      <p>
        <b className="font-semibold">{many(report.changed, "contact")}</b> of {count(report.selected)} would change
        {report.unchanged > 0 && `; ${count(report.unchanged)} are like that already`}
        {report.refusedCount > 0 && `; ${count(report.refusedCount)} cannot be`}
      </p>
      {report.fields.length > 0 && (
        <table className="w-full" aria-label="What would change">
          <thead>
            <tr className="heading border-b border-line text-left">
              <th className="py-1 pr-3">Field</th>
              <th className="py-1 pr-3 text-right">Contacts</th>
              <th className="py-1">For example</th>
            </tr>
          </thead>
          <tbody>
            {report.fields.map(({ key, count: contacts, examples }) => (
              <tr key={key} className="border-b border-line align-top last:border-0">
                <td className="py-1 pr-3">{labelOf(key)}</td>
                <td className="py-1 pr-3 text-right">{count(contacts)}</td>
                <td className="py-1">
                  {examples.map(({ call, was, is }, index) => (
                    <p key={index}>
                      <b className="font-mono">{call}</b> {valueInWords(key, was)} → {valueInWords(key, is)}
                    </p>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {report.refused.length > 0 && (
        <section aria-label="Cannot be changed">
          <h3 className="heading mb-1">Cannot be changed</h3>
          {report.refused.slice(0, 20).map(({ contactId, call, reason }) => (
            <p key={contactId}>
              <b className="font-mono">{call}</b> <span className="text-stop">{reason}</span>
            </p>
          ))}
          {report.refusedCount > 20 && <p className="text-soft">and {count(report.refusedCount - 20)} more</p>}
        </section>
      )}
    </>
  );
}

/** Takes a change back that was just made. */
export function UndoChange({ logbookId, report: { batchId, changed } }: { logbookId: number; report: ChangeReport }) {
  const undo = useUndo(logbookId);
  if (batchId === null || changed === 0) return null;
  return (
    <Button
      disabled={undo.isPending || undo.undone}
      onClick={() => undo.mutate({ batchId, said: "The change is taken back." })}
    >
      Undo
    </Button>
  );
}
