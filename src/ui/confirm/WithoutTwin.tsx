"use client";

import { useMutation } from "@tanstack/react-query";
import { ChevronDown, ChevronRight } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import type { Mend, ServiceId } from "@/core/confirm";
import type { MissView, ServiceView } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import * as contacts from "@/core/contract/endpoints/contacts";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { asTheySay } from "./asTheySay";
import { AskStationWindow } from "./AskStationWindow";
import { ChangeWindow } from "../log/ChangeWindow";
import { draftOfMend } from "../log/changeDraft";

interface WithoutTwinProps {
  logbookId: number;
  view: ServiceView;
}

interface Mending {
  readonly contactIds: readonly number[];
  readonly mend: Mend;
}

/** What others say that meets no contact of the log, by what keeps it apart, and what can be done about it. */
export function WithoutTwin({ logbookId, view: { service, withoutTwin, leftAlone } }: WithoutTwinProps) {
  const [mending, setMending] = useState<Mending | null>(null);
  const [writing, setWriting] = useState<{ item: MissView["items"][number]; contactId: number } | null>(null);
  const deeds = useDeeds(logbookId, service);
  // A change may end after its window was closed: what it mended is confirmed when it shows.
  const mended = useRef(false);
  const meet = deeds.meet.mutate;
  const isMet = withoutTwin.some(({ cause }) => cause === "met");
  useEffect(() => {
    if (!isMet || !mended.current) return;
    mended.current = false;
    meet();
  }, [isMet, meet]);
  const all = withoutTwin.reduce((sum, group) => sum + group.count, 0);
  if (all === 0 && leftAlone === 0) return null;
  return (
    <section className="grid gap-1.5" aria-label="Without a twin in the log">
      <h3 className="heading">Others say, and the log does not: {count(all)}</h3>
      <ul className="rounded-field border border-line bg-panel">
        {withoutTwin.map((group) => (
          <Group
            key={`${group.cause} ${group.text}`}
            group={group}
            deeds={deeds}
            onMend={setMending}
            onWrite={(item, contactId) => setWriting({ item, contactId })}
          />
        ))}
      </ul>
      {leftAlone > 0 && (
        <p className="flex items-center gap-3 text-soft">
          {many(leftAlone, "statement")} left alone.
          <Button small onClick={() => deeds.takeUp.mutate()}>
            Take them up again
          </Button>
        </p>
      )}
      {writing !== null && (
        <AskStationWindow
          contact={{ ...writing.item, id: writing.contactId, logbookId }}
          saysOtherwise={`${fullTime(writing.item.startedAt)} UTC, ${bandLabel(writing.item.band)}, ${writing.item.mode}`}
          onClose={() => setWriting(null)}
        />
      )}
      {mending !== null && (
        <ChangeWindow
          logbookId={logbookId}
          selection={{ ids: [...mending.contactIds] }}
          selected={mending.contactIds.length}
          start={draftOfMend(mending.mend)}
          onClose={() => {
            setMending(null);
            mended.current = true;
            meet();
          }}
        />
      )}
    </section>
  );
}

/** What can be done about statements; what fails is said. */
function useDeeds(logbookId: number, service: ServiceId) {
  const params = { logbookId, service };
  const onError = (error: Error) => void toast.error(error.message);
  const meet = useMutation({
    mutationFn: () => ask(confirm.meetAgain, { params }),
    onSuccess: ({ met }) => met > 0 && toast.success(`${many(met, "contact")} confirmed.`),
    onError,
  });
  const leave = useMutation({
    mutationFn: (ids: string[]) => ask(confirm.leaveStatements, { params, body: { leave: ids } }),
    onError,
  });
  const takeUp = useMutation({
    mutationFn: () => ask(confirm.leaveStatements, { params, body: { takeUp: "all" } }),
    onError,
  });
  const log = useMutation({
    mutationFn: (item: MissView["items"][number]) =>
      ask(contacts.logContact, { params: { logbookId }, body: asTheySay(item) }),
    onSuccess: ({ call }) => {
      toast.success(`${call} is logged as they say it.`);
      meet.mutate();
    },
    onError,
  });
  return { meet, leave, takeUp, log };
}

interface GroupProps {
  group: MissView;
  deeds: ReturnType<typeof useDeeds>;
  onMend: (mending: Mending) => void;
  /** Writes to the other operator about a contact of ours, with what he says of it. */
  onWrite: (item: MissView["items"][number], contactId: number) => void;
}

function Group({ group, deeds, onMend, onWrite }: GroupProps) {
  const [open, setOpen] = useState(false);
  const { cause, text, mend, contactIds, items } = group;
  const Chevron = open ? ChevronDown : ChevronRight;
  return (
    <li className="border-b border-line last:border-0">
      <div className="flex items-center gap-2 py-1 pr-2 pl-1">
        <button
          type="button"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          className="flex min-w-0 flex-1 items-start gap-1.5 px-1 py-0.5 text-left hover:text-signal"
        >
          <Chevron size={15} className="mt-0.5 shrink-0" aria-hidden />
          <span>
            <b className="font-semibold">{count(group.count)}:</b> {text}
          </span>
        </button>
        {cause === "met" && (
          <Button small onClick={() => deeds.meet.mutate()}>
            Confirm
          </Button>
        )}
        {mend !== null && (
          <Button small aria-label={`Mend ours: ${text}`} onClick={() => onMend({ contactIds, mend })}>
            Mend ours
          </Button>
        )}
        {group.count <= items.length && (
          <Button
            small
            look="quiet"
            aria-label={`Leave alone: ${text}`}
            onClick={() => deeds.leave.mutate(items.map(({ id }) => id))}
          >
            Leave
          </Button>
        )}
      </div>
      {open && (
        <ul className="max-h-72 overflow-auto border-t border-line bg-raised" tabIndex={0} aria-label={text}>
          {items.map((item) => (
            <li key={item.id} className="flex items-center gap-3 border-b border-line px-3 py-0.5 last:border-0">
              <span className="w-24 shrink-0 font-mono font-bold">{item.call}</span>
              <span className="shrink-0 font-mono text-soft">{fullTime(item.startedAt)}</span>
              <span className="min-w-0 flex-1 text-soft">
                {bandLabel(item.band)} {item.mode}
                {item.text !== "" && <>: {item.text}</>}
              </span>
              <Line item={item} cause={cause} deeds={deeds} onMend={onMend} onWrite={onWrite} />
            </li>
          ))}
          {group.count > items.length && (
            <li className="px-3 py-0.5 text-faint">and {count(group.count - items.length)} more</li>
          )}
        </ul>
      )}
    </li>
  );
}

function Line({
  item,
  cause,
  deeds,
  onMend,
  onWrite,
}: Omit<GroupProps, "group"> & { item: MissView["items"][number]; cause: MissView["cause"] }) {
  const { call, contactId, mend } = item;
  return (
    <span className="flex shrink-0 gap-1">
      {mend !== null && contactId !== null && (
        <Button small aria-label={`Mend ours: ${call}`} onClick={() => onMend({ contactIds: [contactId], mend })}>
          Mend
        </Button>
      )}
      {contactId !== null && cause !== "met" && cause !== "confirmed" && (
        <Button small aria-label={`Write to ${call}`} onClick={() => onWrite(item, contactId)}>
          Write
        </Button>
      )}
      {cause === "none" && (
        <Button small aria-label={`Log ${call}`} disabled={deeds.log.isPending} onClick={() => deeds.log.mutate(item)}>
          Log it
        </Button>
      )}
      <Button small look="quiet" aria-label={`Leave ${call} alone`} onClick={() => deeds.leave.mutate([item.id])}>
        Leave
      </Button>
    </span>
  );
}
