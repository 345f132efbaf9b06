"use client";

import { useMutation } from "@tanstack/react-query";
import Link from "next/link";
import { useState } from "react";
import { toast } from "sonner";
import { type Award, describeItem, TIE_CAUSES } from "@/core/award";
import { bandLabel } from "@/core/band";
import { type Mend, type ServiceId, serviceById } from "@/core/confirm";
import type { AwardTie } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import * as contacts from "@/core/contract/endpoints/contacts";
import * as endpoints from "@/core/contract/endpoints/credits";
import { fullTime } from "@/core/time/words";
import { asTheySay } from "../confirm/asTheySay";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { Mark } from "../kit/Mark";
import { ChangeWindow } from "../log/ChangeWindow";
import { draftOfMend } from "../log/changeDraft";
import { useUndo } from "../log/useUndo";
import { useLogbook } from "../shell/logbook";
import { onText } from "./creditWords";
import { TIE_WORDS } from "./tieWords";

type Difference = AwardTie["differences"][number];

interface TieDifferencesProps {
  tie: AwardTie;
  of: Award;
  service: ServiceId;
  /** Of which line they are shown; null for all. */
  line: string | null;
  onAllLines: () => void;
  onFetch: () => void;
}

/** What makes an account and the log differ, by its cause, each with its contacts and its mend. */
export function TieDifferences({ tie, of, service, line, onAllLines, onFetch }: TieDifferencesProps) {
  const { logbook } = useLogbook();
  const { name } = serviceById(service);
  const [mending, setMending] = useState<{ readonly id: number; readonly mend: Mend } | null>(null);
  const deeds = useDeeds(logbook.id, service);
  const shown = line === null ? tie.differences : tie.differences.filter(({ on }) => on.includes(line));
  const groups = TIE_CAUSES.map((cause) => ({ cause, own: shown.filter((one) => one.cause === cause) })).filter(
    ({ own }) => own.length > 0,
  );
  return (
    <section
      aria-label="Differences"
      tabIndex={0}
      className="grid min-h-0 content-start gap-4 overflow-auto border-l border-line bg-panel p-4 max-lg:overflow-visible"
    >
      <h2 className="flex items-center gap-3 text-title font-semibold">
        {line === null ? "All differences" : `Differences of ${line === "" ? of.name : `${of.name}, ${onText(line)}`}`}
        {line !== null && (
          <Button small look="quiet" onClick={onAllLines}>
            Show all
          </Button>
        )}
      </h2>
      {groups.length === 0 && (
        <p>
          <Mark kind="safe" /> {name} and the log say the same.
        </p>
      )}
      {groups.map(({ cause, own }) => {
        const { title, advice, by } = TIE_WORDS[cause];
        return (
          <section key={cause} aria-label={title} className="grid gap-1">
            <div className="flex items-start gap-3">
              <div className="min-w-0 flex-1">
                <h3 className="font-semibold">
                  {count(own.length)}: {title}
                </h3>
                <p className="text-soft">{advice(name)}</p>
              </div>
              {by === "fetch" && (
                <Button small onClick={onFetch}>
                  Fetch
                </Button>
              )}
              {by === "fetchConfirmations" && (
                <Button
                  small
                  disabled={deeds.fetchConfirmations.isPending}
                  onClick={() => deeds.fetchConfirmations.mutate()}
                >
                  Fetch confirmations
                </Button>
              )}
              {by === "takeBack" && (
                <Button small disabled={deeds.takeBack.isPending} onClick={() => deeds.takeBack.mutate({ of, own })}>
                  {own.length === 1 ? "Take back" : `Take all ${count(own.length)} back`}
                </Button>
              )}
            </div>
            <ul className="rounded-field border border-line">
              {own.map((difference) => (
                <Line
                  key={JSON.stringify([difference.item, difference.on, difference.theirs, difference.ours])}
                  difference={difference}
                  of={of}
                  deeds={deeds}
                  onMend={setMending}
                />
              ))}
            </ul>
          </section>
        );
      })}
      {tie.total > tie.differences.length && (
        <p className="text-faint">and {count(tie.total - tie.differences.length)} more, once these are mended</p>
      )}
      {mending !== null && (
        <ChangeWindow
          logbookId={logbook.id}
          selection={{ ids: [mending.id] }}
          selected={1}
          start={draftOfMend(mending.mend)}
          onClose={() => setMending(null)}
        />
      )}
    </section>
  );
}

/** What can be done about differences; what fails is said. */
function useDeeds(logbookId: number, service: ServiceId) {
  const params = { logbookId };
  const onError = (error: Error) => void toast.error(error.message);
  const undo = useUndo(logbookId);
  const takeBack = useMutation({
    mutationFn: ({ of, own }: { of: Award; own: readonly Difference[] }) => {
      const credits = own.flatMap(({ item, on, ours }) =>
        item === null || ours?.id == null
          ? []
          : on.map((one) => ({ contactId: ours.id!, award: of.id, item, on: one })),
      );
      return ask(endpoints.takeBackCredits, { params, body: { credits: credits.slice(0, 500) } });
    },
    onSuccess: ({ batchId, credits }) =>
      void toast.success(`${many(credits, "credit")} taken back.`, {
        action: { label: "Undo", onClick: () => undo.mutate({ batchId: batchId!, said: "They are back." }) },
      }),
    onError,
  });
  const fetchConfirmations = useMutation({
    mutationFn: () => ask(confirm.fetchAgain, { params: { ...params, service }, body: { from: "beginning" } }),
    onSuccess: () => void toast("Confirmations are fetched from the beginning; Jobs shows how far."),
    onError,
  });
  const log = useMutation({
    mutationFn: (theirs: NonNullable<Difference["theirs"]>) =>
      ask(contacts.logContact, { params, body: asTheySay(theirs) }),
    onSuccess: ({ call }) => void toast.success(`${call} is logged as they say it.`),
    onError,
  });
  return { undo, takeBack, fetchConfirmations, log };
}

interface LineProps {
  difference: Difference;
  of: Award;
  deeds: ReturnType<typeof useDeeds>;
  onMend: (mending: { readonly id: number; readonly mend: Mend }) => void;
}

function Line({ difference, of, deeds, onMend }: LineProps) {
  const { cause, item, on, theirs, ours, text, mend, batchId } = difference;
  const { by } = TIE_WORDS[cause];
  const isSame =
    theirs !== null &&
    ours !== null &&
    (["call", "startedAt", "band", "mode"] as const).every((key) => theirs[key] === ours[key]);
  const name =
    item === null ? on.map((one) => (one === "" ? "Mixed" : onText(one))).join(", ") : describeItem(of, item).name;
  const call = theirs?.call ?? ours?.call ?? "";
  return (
    <li className="grid gap-x-3 border-b border-line px-3 py-1 last:border-0">
      <div className="flex items-center gap-3">
        <span className="min-w-0 flex-1">
          {name}
          {item !== null && (
            <span className="text-soft">
              {on.filter((one) => one !== "").length > 0 &&
                ` on ${on
                  .filter((one) => one !== "")
                  .map(onText)
                  .join(", ")}`}
              {on.includes("") && on.length > 1 && ", and mixed"}
            </span>
          )}
          {text !== "" && <span className="text-soft">: {text}</span>}
        </span>
        {by === "undo" && batchId !== null && (
          <Button
            small
            disabled={deeds.undo.isPending}
            aria-label={`Undo what took ${call} out`}
            onClick={() => deeds.undo.mutate({ batchId, said: `${call} is back.` })}
          >
            Undo
          </Button>
        )}
        {mend !== null && ours?.id != null && (
          <Button small aria-label={`Mend ${call}`} onClick={() => onMend({ id: ours.id!, mend })}>
            Mend
          </Button>
        )}
        {by === "log" && theirs !== null && (
          <Button
            small
            disabled={deeds.log.isPending}
            aria-label={`Log ${call}`}
            onClick={() => deeds.log.mutate(theirs)}
          >
            Log it
          </Button>
        )}
      </div>
      <p className="flex flex-wrap gap-x-4 text-soft">
        {theirs !== null && !isSame && (
          <span>
            there <Tied contact={theirs} /> with {theirs.ownCall}
          </span>
        )}
        {ours !== null && (
          <span>
            {theirs === null || isSame ? "" : "here "}
            <Tied contact={ours} link />
          </span>
        )}
      </p>
    </li>
  );
}

/** A contact in a line; the log's own is the way to it. */
function Tied({ contact, link = false }: { contact: NonNullable<Difference["ours"]>; link?: boolean }) {
  const { id, call, startedAt, band, mode } = contact;
  return (
    <>
      {link && id !== null ? (
        <Link href={`/desk?contact=${id}`} className="font-mono font-bold text-signal underline">
          {call}
        </Link>
      ) : (
        <span className="font-mono font-bold text-ink">{call}</span>
      )}{" "}
      <span className="font-mono">{fullTime(startedAt)}</span> {bandLabel(band)} {mode}
    </>
  );
}
