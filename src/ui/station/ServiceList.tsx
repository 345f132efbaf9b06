"use client";

import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useState } from "react";
import { sendTimesText, serviceById, type ServiceId, SERVICES } from "@/core/confirm";
import type { ServiceView } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import { IDENTITY_WORDS, identityState } from "@/core/identity";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { useNow } from "../kit/useNow";
import { ServiceWindow } from "../confirm/ServiceWindow";
import { SIGNING, useIdentities } from "../confirm/identity/useIdentities";
import { useLogbook } from "../shell/logbook";

/** The services that the logbook in use is sent to, how each is getting on, and what signs there. */
export function ServiceList() {
  const { logbook } = useLogbook();
  return (
    <section aria-label="Services and identities" className="p-4">
      <p className="pb-2 text-soft">Of {logbook.name}.</p>
      <ul aria-label="Services" className="divide-y divide-line border border-line bg-panel">
        {SERVICES.map(({ id }) => (
          <ServiceLine key={id} logbookId={logbook.id} service={id} />
        ))}
        {SIGNING.map((id) => (
          <IdentitiesLine key={id} logbookId={logbook.id} service={id} />
        ))}
      </ul>
    </section>
  );
}

function ServiceLine({ logbookId, service }: { logbookId: number; service: ServiceId }) {
  const [setting, setSetting] = useState(false);
  const { name, about } = serviceById(service);
  const { data: view, error } = useQuery({
    queryKey: ["service", logbookId, service],
    queryFn: () => ask(confirm.serviceView, { params: { logbookId, service } }),
  });
  return (
    <li className="flex items-start gap-3 px-3 py-2.5">
      <div className="min-w-0 flex-1">
        <b className="font-semibold">{name}</b> <span className="text-soft">{about}</span>
        <p className={error === null ? "" : "text-stop"}>
          {error !== null ? error.message : view === undefined ? "Loading" : stateText(view)}
        </p>
      </div>
      <Button small disabled={view === undefined} aria-label={`Settings of ${name}`} onClick={() => setSetting(true)}>
        Settings
      </Button>
      <ToConfirm page={service} name={name} />
      {setting && view !== undefined && (
        <ServiceWindow logbookId={logbookId} settings={view.settings} onClose={() => setSetting(false)} />
      )}
    </li>
  );
}

function stateText({ waiting, refused, fetchedAt, settings }: ServiceView): string {
  const { isUsed, byItself } = settings;
  if (!isUsed) return "Not used: new contacts are not put in its outbox";
  const isByItself = byItself.when !== "never" || byItself.ending;
  return [
    `${many(waiting, "contact")} waiting`,
    refused > 0 ? `${count(refused)} refused` : null,
    isByItself ? `sent ${sendTimesText(byItself)}` : "sent at a press",
    fetchedAt === null ? "nothing fetched yet" : `last fetched ${fullTime(fetchedAt)} UTC`,
  ]
    .filter((part) => part !== null)
    .join("; ");
}

function IdentitiesLine({ logbookId, service }: { logbookId: number; service: ServiceId }) {
  const { data } = useIdentities(logbookId, service);
  const now = useNow();
  const states = now === null ? [] : (data?.identities ?? []).map((identity) => identityState(identity, now));
  const each = Object.entries(IDENTITY_WORDS).flatMap(([state, words]) => {
    const number = states.filter((one) => one === state).length;
    return number === 0 ? [] : [`${count(number)} ${words}`];
  });
  return (
    <li className="flex items-start gap-3 px-3 py-2.5">
      <div className="min-w-0 flex-1">
        <b className="font-semibold">Identities</b>{" "}
        <span className="text-soft">What signs what goes to {serviceById(service).name}.</span>
        <p>{data === undefined ? "Loading" : each.length === 0 ? "None yet" : each.join(", ")}</p>
      </div>
      <ToConfirm page="identities" name="Identities" />
    </li>
  );
}

function ToConfirm({ page, name }: { page: string; name: string }) {
  return (
    <Link href={`/confirm?service=${page}`} className="py-1 text-signal underline" aria-label={`${name} in Confirm`}>
      In Confirm
    </Link>
  );
}
