"use client";

import { useCallback, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import { formatFrequency } from "@/core/band";
import type { ContestWorth, Entry, LoggedContact } from "@/core/contract";
import { EntryLine } from "../entry/EntryLine";
import { useKeptDraft } from "../entry/useKeptDraft";
import { usePick } from "../entry/usePick";
import { NOTHING_TYPED, useTypedStation } from "../entry/useTypedStation";
import { useActions } from "../kit/actions";
import { Mark } from "../kit/Mark";
import { useUndo } from "../log/useUndo";
import { useLogbook } from "../shell/logbook";
import { useRadio } from "../shell/radio";
import { reads } from "../workspace/placing";
import { useTellTyped } from "../workspace/tellTyped";
import { useWorkspace } from "../workspace/useWorkspace";
import { WorkspaceMenu } from "../workspace/WorkspaceMenu";
import { WorkspaceRoom } from "../workspace/WorkspaceRoom";
// What the workspace of a contest shows comes with the page, not after it.
import "../workspace/panels/contestLog";
import "../workspace/panels/positions";
import "../workspace/panels/standing";
import { ContestNotice } from "./ContestNotice";
import { MessageBar } from "./MessageBar";
import { MessagesWindow } from "./MessagesWindow";
import { useSeat } from "./position";
import { useContestLine } from "./useContestLine";
import { useFlow } from "./useFlow";
import { useKeyer } from "../keying/useKeyer";
import { useSitting } from "./useSitting";

const NOTHING_OFFERED = {};

/** A contest as it goes on: the entry line, what is sent, what it is worth, the log, and how it stands. */
export function Operate({ entry }: { entry: Entry }) {
  const { logbook } = useLogbook();
  const [draft, setDraft] = useKeptDraft(logbook.id);
  const [seat, setSeat] = useSeat();
  const [last, setLast] = useState<LoggedContact | null>(null);
  const [editing, setEditing] = useState(false);
  const callRef = useRef<HTMLInputElement>(null);
  const pick = usePick({ draft, setDraft, callRef });
  const workspace = useWorkspace("contest");
  useTellTyped(draft);
  const isRead = reads(workspace.current.arrangement, null);
  const { typed, askNote, windows } = useTypedStation(logbook, isRead ? draft : NOTHING_TYPED);
  const operator = seat?.operator ?? entry.operators[0] ?? entry.ownCall;
  const seated = useMemo(() => (seat === null ? null : { ...seat, operator }), [seat, operator]);
  const contest = useContestLine({ entry, seat: seated, draft });
  const keyer = useKeyer();
  const flow = useFlow({ entry, contest, draft, keyer, operator });
  const undo = useUndo(logbook.id, () => setLast(null));
  const away = useRadio(({ frequencyHz }) => flow.runHz !== null && flow.runHz !== frequencyHz);

  function nextOperator() {
    const at = entry.operators.indexOf(operator);
    const next = entry.operators[(at + 1) % entry.operators.length]!;
    setSeat({ operator: next });
    toast(entry.operators.length === 1 ? `${next} is the only operator of this entry.` : `${next} operates now.`);
  }

  useActions([
    ...flow.actions,
    { id: "toRun", run: flow.toRun },
    { id: "faster", run: () => keyer.changeSpeed(2) },
    { id: "slower", run: () => keyer.changeSpeed(-2) },
    { id: "stopSending" },
    { id: "operator", run: nextOperator },
    { id: "messages", label: "Change the messages", run: () => setEditing(true) },
    {
      id: "undoLast",
      run: () =>
        last === null
          ? void toast("Nothing was logged here that could be undone.")
          : undo.mutate({ batchId: last.batchId, said: `${last.call} is taken out of the log.` }),
    },
  ]);

  const { way } = flow;
  const leave = useCallback(() => callRef.current?.focus(), []);
  useSitting(entry.id, seated, way);
  const atHand = useMemo(
    () => ({ ...{ entry, leave, pick, askNote, way }, seat: seated, setSeat, overLog: null }),
    [entry, leave, pick, askNote, way, seated, setSeat],
  );
  const menu = useMemo(() => <WorkspaceMenu workspace={workspace} />, [workspace]);

  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_auto_minmax(0,1fr)] max-lg:block max-lg:overflow-auto">
      <EntryLine
        logbook={logbook}
        draft={draft}
        setDraft={setDraft}
        offered={NOTHING_OFFERED}
        callRef={callRef}
        onLogged={setLast}
        contest={flow.line}
        notice={<ContestNotice entry={entry} contest={contest} />}
        aside={menu}
      />
      <MessageBar
        flow={flow}
        keyer={keyer}
        operator={{ call: operator, onNext: nextOperator }}
        onEdit={() => setEditing(true)}
        runText={away ? formatFrequency(flow.runHz!) : null}
      />
      <WorthStrip worth={contest.worth} typed={draft.call !== ""} />
      <WorkspaceRoom workspace={workspace} window={null} atHand={atHand} typed={typed} />
      {windows}
      {editing && <MessagesWindow entry={entry} group={flow.group} onClose={() => setEditing(false)} />}
    </div>
  );
}

/** Before anything is sent: whether it counts, for how much, and which multipliers it would bring. */
function WorthStrip({ worth, typed }: { worth: ContestWorth | null; typed: boolean }) {
  const judged = worth?.judgement;
  return (
    <div
      aria-label="Worth"
      role="status"
      className="flex h-9 items-center gap-4 overflow-hidden border-b border-line bg-panel px-4 whitespace-nowrap"
    >
      {judged === undefined ? (
        <span className="text-faint">{typed ? "" : "Type a call: here stands what it would bring."}</span>
      ) : judged.refused !== null ? (
        <span className="text-stop">
          <Mark kind="fault" /> Counts for nothing: {judged.refused}
        </span>
      ) : judged.duplicate ? (
        <span className="flex items-center gap-2 text-soft">
          <b className="font-semibold line-through">duplicate</b>
          {worth!.before[0] !== undefined &&
            `worked ${worth!.before[0].startedAt.slice(11, 16)} on ${worth!.before[0].band}; it can be logged, for nothing`}
        </span>
      ) : (
        <>
          {judged.fresh.map(({ id, label, item, within, name }) => (
            <span
              key={id}
              className={`flex min-w-0 items-center gap-1.5 font-semibold ${within === "" ? "text-fresh" : "text-wanted"}`}
            >
              <Mark kind={within === "" ? "fresh" : "wanted"} label="new multiplier" />
              <span className="truncate">
                {label}: {item === name ? item : name}
              </span>
            </span>
          ))}
          <span>
            <b className="font-semibold">{judged.points}</b> {judged.points === 1 ? "point" : "points"}
            <span className="text-soft">, {judged.why}</span>
          </span>
          {worth!.before.length > 0 && (
            <span className="text-soft">before: {worth!.before.map(({ band }) => band).join(", ")}</span>
          )}
        </>
      )}
    </div>
  );
}
