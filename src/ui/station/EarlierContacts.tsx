"use client";

import { useQuery } from "@tanstack/react-query";
import { useEffect, useEffectEvent, useState } from "react";
import type { OwnFact } from "@/core/contact";
import type { Site } from "@/core/contract";
import * as contacts from "@/core/contract/endpoints/contacts";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { many } from "../kit/format";
import { Window } from "../kit/Window";
import { ChangeWindow } from "../log/ChangeWindow";
import { labelOf } from "../log/contactForm";
import { useLogbook } from "../shell/logbook";

/** A site that was changed, and which facts contacts get otherwise from now on. */
export interface MovedSite {
  readonly site: Site;
  readonly moved: readonly OwnFact[];
}

/** Asks whether the contacts that were logged from a site before it was changed change, too, and shows which. */
export function EarlierContacts({ site, moved, onClose }: MovedSite & { onClose: () => void }) {
  const { logbook } = useLogbook();
  const [looking, setLooking] = useState(false);
  const { data, error } = useQuery({
    queryKey: ["contactsOfSite", logbook.id, site.id],
    queryFn: () =>
      ask(contacts.listContacts, { params: { logbookId: logbook.id }, query: { site: site.id, offset: 0, limit: 1 } }),
    staleTime: 0,
    gcTime: 0,
  });
  const total = error === null ? data?.total : 0;
  const none = useEffectEvent(onClose);
  useEffect(() => {
    if (total === 0) none();
  }, [total]);
  if (total == null || total === 0) return null;
  if (looking)
    return (
      <ChangeWindow
        logbookId={logbook.id}
        selection={{ all: { site: site.id }, except: [] }}
        selected={total}
        start={{ do: "site", siteId: String(site.id), only: moved }}
        onClose={onClose}
      />
    );
  return (
    <Window
      title={`Contacts that were logged from ${site.name}`}
      about={`${many(total, "contact")} of ${logbook.name} keep what the site said when they were logged.`}
      width={560}
      onClose={onClose}
      onSubmit={() => setLooking(true)}
      buttons={
        <>
          <Button autoFocus onClick={onClose}>
            Leave them
          </Button>
          <Button type="submit" look="act">
            Look at changing them
          </Button>
        </>
      }
    >
      <p>
        Changed of the site: <b className="font-semibold">{moved.map(labelOf).join(", ")}</b>. Where it was wrong
        before, change them as well; where you moved, or changed your call or power, leave them.
      </p>
    </Window>
  );
}
