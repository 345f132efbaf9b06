"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import type { Invitation, MadeInvitation, Person, Sharing } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/people";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { useLogbook } from "../shell/logbook";
import { useActing, useMay } from "./acting";
import { InviteWindow } from "./InviteWindow";
import { LinkWindow } from "./LinkWindow";
import { PersonWindow } from "./PersonWindow";
import { ROLE_WORDS } from "./roleWords";
import { usePeople, useSharing } from "./usePeople";

/** Who belongs to the station, and how others come to it. */
export function PeopleList() {
  const sharing = useSharing();
  const isOwner = useMay("own", null);
  if (sharing.error !== null)
    return <LoadFailure text={sharing.error.message} onRetry={() => void sharing.refetch()} />;
  if (sharing.data === undefined) return <p className="p-4 text-soft">Loading</p>;
  return (
    <section aria-label="People" className="grid gap-5 p-4">
      <Reach sharing={sharing.data} />
      {isOwner ? <People isShared={sharing.data.isShared} /> : <OwnRole />}
    </section>
  );
}

/** How the station is reached. */
function Reach({ sharing: { isShared, addresses, fingerprint, isSelfMade, until } }: { sharing: Sharing }) {
  if (!isShared) {
    return (
      <div className="max-w-[80ch]">
        <p>
          This station answers this computer alone, and nobody signs in. To let others of your network log, read or keep
          it with you, end it and start it with
        </p>
        <pre className="my-2 w-fit border border-line bg-panel px-3 py-2 font-mono">npm start -- --share</pre>
        <p className="text-soft">
          Then everybody signs in, you too: it shows a link by which you become the owner, and you invite the others
          here.
        </p>
      </div>
    );
  }
  return (
    <dl className="grid max-w-[110ch] grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-1">
      <dt className="text-soft">Reached at</dt>
      <dd className="flex flex-wrap gap-x-4 font-mono">
        {addresses.map((address) => (
          <span key={address}>{address}</span>
        ))}
      </dd>
      <dt className="text-soft">Certificate</dt>
      <dd>
        {isSelfMade ? "made here, so that each browser warns of it once: compare the fingerprint, and go on" : "given"}
        {until !== null && <>; it ends on {fullTime(until)} UTC</>}
      </dd>
      <dt className="text-soft">Fingerprint, SHA-256</dt>
      <dd className="font-mono wrap-anywhere">{fingerprint}</dd>
    </dl>
  );
}

/** For who is no owner. */
function OwnRole() {
  const { logbook } = useLogbook();
  const { name, role, inLogbooks } = useActing();
  const here = inLogbooks.find(({ logbookId }) => logbookId === logbook.id)?.role ?? role;
  return (
    <p className="max-w-[80ch]">
      You are {name}
      {here !== null && (
        <>
          , in the logbook {logbook.name} as {ROLE_WORDS[here].name.toLowerCase()}: you may {ROLE_WORDS[here].may}
        </>
      )}
      . Who owns the station can give you another role.
    </p>
  );
}

function People({ isShared }: { isShared: boolean }) {
  const { data, error, refetch } = usePeople();
  const invitations = useQuery({ queryKey: ["people", "invitations"], queryFn: () => ask(endpoints.invitations) });
  const [opened, setOpened] = useState<number | null>(null);
  const [inviting, setInviting] = useState(false);
  const [made, setMade] = useState<MadeInvitation | null>(null);
  if (error !== null) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  if (data === undefined) return <p className="text-soft">Loading</p>;
  const person = data.items.find(({ id }) => id === opened);
  const waiting = invitations.data?.items ?? [];
  return (
    <>
      {(isShared || data.items.length > 0) && (
        <div>
          <h3 className="heading pb-1">People</h3>
          {data.items.length === 0 ? (
            <p className="text-soft">Nobody yet.</p>
          ) : (
            <ul aria-label="People" className="divide-y divide-line border border-line bg-panel">
              {data.items.map((one) => (
                <PersonLine key={one.id} person={one} onOpen={() => setOpened(one.id)} />
              ))}
            </ul>
          )}
        </div>
      )}
      {waiting.length > 0 && (
        <div>
          <h3 className="heading pb-1">Invitations nobody has taken up yet</h3>
          <ul aria-label="Invitations" className="divide-y divide-line border border-line bg-panel">
            {waiting.map((one) => (
              <InvitationLine key={one.id} invitation={one} />
            ))}
          </ul>
        </div>
      )}
      {isShared && (
        <div>
          <Button small look="act" onClick={() => setInviting(true)}>
            Invite somebody
          </Button>
        </div>
      )}
      {inviting && (
        <InviteWindow
          onClose={() => setInviting(false)}
          onMade={(one) => {
            setInviting(false);
            setMade(one);
          }}
        />
      )}
      {made !== null && <LinkWindow made={made} onClose={() => setMade(null)} />}
      {person !== undefined && (
        <PersonWindow
          key={person.id}
          person={person}
          isShared={isShared}
          onClose={() => setOpened(null)}
          onRenewed={(one) => {
            setOpened(null);
            setMade(one);
          }}
        />
      )}
    </>
  );
}

function PersonLine({ person, onOpen }: { person: Person; onOpen: () => void }) {
  const { id, name, signInName, call, signedIn } = person;
  const { personId } = useActing();
  return (
    <li className="flex items-start gap-3 px-3 py-2.5">
      <div className="min-w-0 flex-1">
        <b className="font-semibold">{name}</b>
        {call !== null && <span className="ml-3 font-mono">{call}</span>}
        {id === personId && <span className="ml-3 font-semibold text-signal">You</span>}
        <p>
          <Roles person={person} />
        </p>
        <p className="text-soft">
          Signs in as {signInName};{" "}
          {signedIn.length === 0 ? "not signed in" : `signed in at ${many(signedIn.length, "place")}`}
        </p>
      </div>
      <Button small onClick={onOpen}>
        Change<span className="sr-only"> {name}</span>
      </Button>
    </li>
  );
}

/** "Logger in Home log; Reader elsewhere". */
function Roles({ person: { role, inLogbooks } }: { person: Person }) {
  const { logbooks } = useLogbook();
  const parts = inLogbooks.map(
    (one) => `${ROLE_WORDS[one.role].name} in ${logbooks.find(({ id }) => id === one.logbookId)?.name ?? "a logbook"}`,
  );
  if (role !== null) parts.push(parts.length === 0 ? ROLE_WORDS[role].name : `${ROLE_WORDS[role].name} elsewhere`);
  return parts.length === 0 ? "No role: may do nothing" : parts.join("; ");
}

function InvitationLine({
  invitation: { id, forWhom, role, personId, madeBy, expiresAt },
}: {
  invitation: Invitation;
}) {
  const withdraw = useMutation({
    mutationFn: () => ask(endpoints.withdrawInvitation, { params: { invitationId: id } }),
    onError: (error) => toast.error(error.message),
  });
  return (
    <li className="flex items-center gap-3 px-3 py-2">
      <span className="min-w-0 flex-1">
        <b className="font-semibold">{forWhom}</b>{" "}
        {personId === null ? (role === null ? "" : `as ${ROLE_WORDS[role].name.toLowerCase()}`) : "for a new password"}
        <span className="text-soft">
          , by {madeBy}; holds until {fullTime(expiresAt)} UTC
        </span>
      </span>
      <Button small disabled={withdraw.isPending} onClick={() => withdraw.mutate()}>
        Withdraw<span className="sr-only"> the invitation of {forWhom}</span>
      </Button>
    </li>
  );
}
