"use client";

import { useMutation } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { toast } from "sonner";
import { serviceById } from "@/core/confirm";
import { secondsOf } from "@/core/contact";
import type { Identity } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/identities";
import { entityByCode } from "@/core/entity";
import { IDENTITY_WORDS, identityState } from "@/core/identity";
import { fullTime, spanText } from "@/core/time/words";
import { addressOf, ask } from "../../kit/api";
import { Button } from "../../kit/Button";
import { count } from "../../kit/format";
import { Mark } from "../../kit/Mark";
import type { Asked } from "./AskWindow";
import { CertificateWindow, SaveWindow } from "./fileWindows";
import { SponsorsWindow } from "./SponsorsWindow";

interface IdentityDetailProps {
  logbookId: number;
  identity: Identity;
  now: string;
  /** How many contacts of the log it signs; null until they are counted. */
  signs: number | null;
  onAsk: (asked: Asked) => void;
  onRemoved: () => void;
}

/** One identity: each step with what was done, what is next, and who waits for whom since when. */
export function IdentityDetail({ logbookId, identity, now, signs, onAsk, onRemoved }: IdentityDetailProps) {
  const { id: identityId, service, call, from, to, sponsors, handedAt, validFrom, validTo } = identity;
  const [window, setWindow] = useState<"handIn" | "save" | "certificate" | { replaced: string } | null>(null);
  const { name } = serviceById(service);
  const params = { logbookId, service, identityId };
  const look = useMutation({
    mutationFn: () => ask(endpoints.pursue, { params }),
    onSuccess: (found) => found.validTo !== null && toast.success(`The identity of ${call} is ready.`),
  });
  const remove = useMutation({
    mutationFn: (removed: boolean) => ask(endpoints.removeIdentity, { params, body: { removed } }),
    onSuccess(_, removed) {
      if (!removed) return;
      onRemoved();
      toast(`The identity of ${call} is taken away.`, {
        action: { label: "Bring it back", onClick: () => remove.mutate(false) },
      });
    },
    onError: (problem) => toast.error(problem.message),
  });
  const state = identityState(identity, now);
  const isHere = validTo !== null;
  const since = (time: string) => `${spanText(Math.max(0, secondsOf(now) - secondsOf(time)))} ago`;
  return (
    <div className="grid content-start gap-4">
      <div>
        <h2 className="text-title font-semibold">
          <span className="font-mono">{call}</span>{" "}
          <span className="font-normal text-soft">
            {entityByCode(identity.entityCode)?.name}, {IDENTITY_WORDS[state]}
          </span>
        </h2>
        <p className="text-soft">
          For contacts from {from} {to === null ? "on" : `to ${to}`}
          {signs !== null && `; it signs ${signs === 0 ? "none" : count(signs)} of this log`}.
        </p>
      </div>
      {identity.refused !== null && (
        <p role="status" className="text-stop">
          {name}: {identity.refused}
        </p>
      )}
      {!isHere || identity.hasRequest ? (
        <ol className="grid gap-3" aria-label="Steps">
          <Step done title="Key and request made" note={`${fullTime(identity.askedAt)} UTC`}>
            {identity.hasRequest && !isHere && (
              <a className="text-signal underline" href={addressOf(endpoints.requestFile, { params })} download>
                Save the request as a file
              </a>
            )}
          </Step>
          <Step
            done={handedAt !== null || isHere}
            title={`Handed in to ${name}`}
            note={handedAt === null ? null : `${fullTime(handedAt)} UTC`}
          >
            {handedAt === null && !isHere && (
              <div>
                <Button look="act" onClick={() => setWindow("handIn")}>
                  Hand it in
                </Button>
              </div>
            )}
          </Step>
          <Step done={isHere} title="Sponsors vouch" note={isHere || handedAt === null ? null : sponsorsNote(identity)}>
            {!isHere && sponsors.length > 0 && (
              <ul className="grid gap-1" aria-label="Sponsors">
                {sponsors.map((sponsor) => (
                  <li key={sponsor.call} className="flex items-center gap-3">
                    <Mark kind={SPONSOR_MARKS[sponsor.answer]} />
                    <span className="min-w-0 flex-1">
                      <b className="font-mono">{sponsor.call}</b> {sponsor.name}: {sponsor.answer}{" "}
                      <span className="text-soft">{since(sponsor.since)}</span>
                    </span>
                    {sponsor.answer !== "vouched" && (
                      <Button
                        small
                        aria-label={`Ask another than ${sponsor.call}`}
                        onClick={() => setWindow({ replaced: sponsor.call })}
                      >
                        Ask another
                      </Button>
                    )}
                  </li>
                ))}
              </ul>
            )}
          </Step>
          <Step
            done={isHere}
            title="Certificate"
            note={isHere ? `valid from ${validFrom!.slice(0, 10)} to ${validTo.slice(0, 10)}` : null}
          >
            {!isHere && (
              <div className="flex flex-wrap items-center gap-2">
                {handedAt !== null && (
                  <Button disabled={look.isPending} onClick={() => look.mutate()}>
                    {look.isPending ? "Asking" : "Ask how it stands"}
                  </Button>
                )}
                <Button onClick={() => setWindow("certificate")}>Load the certificate</Button>
                {identity.lookedAt !== null && (
                  <span className="text-soft">asked {since(identity.lookedAt)}, and by itself every 5 min</span>
                )}
              </div>
            )}
            {look.error !== null && (
              <p role="alert" className="text-stop">
                {look.error.message}
              </p>
            )}
          </Step>
        </ol>
      ) : (
        <p>
          Loaded from a file; its certificate is valid from {validFrom!.slice(0, 10)} to {validTo.slice(0, 10)}.
        </p>
      )}
      {isHere && identity.hasKey && (
        <p className={identity.savedAt === null ? "" : "text-soft"}>
          {identity.savedAt === null
            ? "It was never saved to a file: a key that is lost cannot be had again."
            : `Saved to a file, ${fullTime(identity.savedAt)} UTC.`}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {isHere && identity.hasKey && <Button onClick={() => setWindow("save")}>Save to a file</Button>}
        {isHere && (
          <Button onClick={() => onAsk({ call, from, to })}>Ask again, with other days or a longer time</Button>
        )}
        <Button onClick={() => remove.mutate(true)}>Take away</Button>
      </div>
      {isHere && signs !== null && signs > 0 && state === "soon" && (
        <p className="text-soft">
          After {validTo.slice(0, 10)} it signs nothing any more: ask again before, since sponsors take their time. What
          it signed stays signed.
        </p>
      )}
      {window === "handIn" && (
        <SponsorsWindow logbookId={logbookId} identity={identity} replaced={null} onClose={() => setWindow(null)} />
      )}
      {window !== null && typeof window === "object" && (
        <SponsorsWindow
          logbookId={logbookId}
          identity={identity}
          replaced={window.replaced}
          onClose={() => setWindow(null)}
        />
      )}
      {window === "save" && <SaveWindow logbookId={logbookId} identity={identity} onClose={() => setWindow(null)} />}
      {window === "certificate" && (
        <CertificateWindow logbookId={logbookId} identity={identity} onClose={() => setWindow(null)} />
      )}
    </div>
  );
}

const SPONSOR_MARKS = { asked: "waiting", vouched: "safe", declined: "fault" } as const;

function sponsorsNote({ sponsors }: Identity): string {
  const waiting = sponsors.filter(({ answer }) => answer === "asked").map(({ call }) => call);
  const declined = sponsors.filter(({ answer }) => answer === "declined").map(({ call }) => call);
  if (declined.length > 0) return `${declined.join(" and ")} declined: ask another operator`;
  return waiting.length === 0 ? "all did; the certificate comes next" : `waiting for ${waiting.join(" and ")}`;
}

function Step({
  done,
  title,
  note,
  children,
}: {
  done: boolean;
  title: string;
  note: string | null;
  children?: ReactNode;
}) {
  return (
    <li className="grid grid-cols-[1.25rem_minmax(0,1fr)] gap-x-2">
      <span className="pt-0.5">
        <Mark kind={done ? "safe" : "waiting"} label={done ? "done" : "to do"} />
      </span>
      <div className="grid gap-1.5">
        <p>
          <b className="font-semibold">{title}</b> {note !== null && <span className="text-soft">{note}</span>}
        </p>
        {children}
      </div>
    </li>
  );
}
