"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { createContext, type ReactNode, useContext, useState } from "react";
import type { AwardTable, Logbook, OutboxState } from "@/core/contract";
import * as people from "@/core/contract/endpoints/people";
import { movedTable } from "@/core/award";
import { accountKey, claimsKey, creditsKey, looksKey, newsKey, progressKey, tablesKey } from "../awards/awardKeys";
import { backupsKey } from "../station/backupsKey";
import { directoriesKey } from "../station/directoriesKey";
import { inStepKey } from "../confirm/inStep/inStepKey";
import { ask } from "../kit/api";
import { LiveOf, useLive } from "../kit/useLive";
import { rememberChoice } from "./choice";
import { useFreshLinks } from "./useLinks";
import { outboxesKey } from "./useOutboxes";

interface LogbookState {
  readonly logbook: Logbook;
  readonly logbooks: readonly Logbook[];
  readonly connected: boolean;
  readonly choose: (id: number) => void;
}

const Context = createContext<LogbookState | null>(null);

/** The logbook one works in, with its counts kept up to date by the live stream. */
export function LogbookProvider({
  initial,
  logbooks,
  mark,
  children,
}: {
  initial: Logbook;
  logbooks: readonly Logbook[];
  /** How far the server had told when this was read. */
  mark: string;
  children: ReactNode;
}) {
  // What is read anew from the server is newer than what was told before.
  const [told, setTold] = useState({ contactCount: initial.contactCount, since: initial });
  const contactCount = told.since === initial ? told.contactCount : initial.contactCount;
  const [connected, setConnected] = useState(true);
  const client = useQueryClient();
  const router = useRouter();

  useFreshLinks();
  useLive((event) => {
    if (event.type === "opened" || event.type === "lost") return setConnected(event.type === "opened");
    if (event.type === "missed") {
      router.refresh();
      return void client.invalidateQueries();
    }
    if (event.type === "job") {
      if (event.job.state !== "running") {
        void client.invalidateQueries({ queryKey: ["service", event.job.logbookId] });
        if (event.job.kind === "count") {
          const isWithUs = initial.countsWith.includes(event.job.logbookId);
          for (const key of [tablesKey, progressKey])
            void client.invalidateQueries({ queryKey: key(isWithUs ? initial.id : event.job.logbookId) });
        }
        if (event.job.kind === "fetchAccount" || event.job.kind === "claim")
          for (const key of [accountKey, looksKey])
            void client.invalidateQueries({ queryKey: key(event.job.logbookId) });
        if (event.job.kind === "inStep") void client.invalidateQueries({ queryKey: inStepKey(event.job.logbookId) });
        if (event.job.kind === "send") void client.invalidateQueries({ queryKey: outboxesKey(event.job.logbookId) });
      }
      return void client.invalidateQueries({ queryKey: ["jobs"] });
    }
    // Of any logbook: all of them stand in the rail's menu.
    if (event.type === "logbook") return router.refresh();
    if (event.type === "backups") return void client.invalidateQueries({ queryKey: backupsKey });
    if (event.type === "exceptions") return void client.invalidateQueries({ queryKey: ["exceptions"] });
    if (event.type === "arrivals") return void client.invalidateQueries({ queryKey: ["arrivals"] });
    if (event.type === "contests") return void client.invalidateQueries({ queryKey: ["contest"] });
    if (event.type === "identities") return void client.invalidateQueries({ queryKey: ["identities"] });
    if (event.type === "directories") return void client.invalidateQueries({ queryKey: directoriesKey });
    if (event.type === "people") {
      void client.invalidateQueries({ queryKey: ["people"] });
      // Who was signed out is asked to sign in over the page as it stands, and keeps it.
      return void ask(people.acting).then(
        () => router.refresh(),
        () => {},
      );
    }
    if (event.type === "sun") return void client.invalidateQueries({ queryKey: ["sun"] });
    if (event.type === "link" || event.type === "directory" || event.type === "spots" || event.logbookId !== initial.id)
      return;
    if (event.type === "outbox") {
      const { service, waiting } = event;
      client.setQueryData<{ items: readonly OutboxState[] }>(
        outboxesKey(initial.id),
        (before) =>
          before && { items: before.items.map((one) => (one.service === service ? { ...one, waiting } : one)) },
      );
      return void client.invalidateQueries({ queryKey: ["service", initial.id, service] });
    }
    if (event.type === "service") {
      void client.invalidateQueries({ queryKey: outboxesKey(initial.id) });
      return void client.invalidateQueries({ queryKey: ["service", initial.id, event.service] });
    }
    if (event.type === "contest") return void client.invalidateQueries({ queryKey: ["contest"] });
    if (event.type === "alert" || event.type === "alerts")
      return void client.invalidateQueries({ queryKey: ["alerts", event.logbookId] });
    if (event.type === "awards") {
      void client.invalidateQueries({ queryKey: progressKey(initial.id) });
      return void client.invalidateQueries({ queryKey: tablesKey(initial.id) });
    }
    if (event.type !== "slots") setTold({ contactCount: event.contactCount, since: initial });
    const queryKey = tablesKey(initial.id);
    void client.invalidateQueries({ queryKey: progressKey(initial.id) });
    void client.invalidateQueries({ queryKey: newsKey(initial.id) });
    void client.invalidateQueries({ queryKey: claimsKey(initial.id) });
    void client.invalidateQueries({ queryKey: creditsKey(initial.id) });
    void client.invalidateQueries({ queryKey: accountKey(initial.id) });
    if (event.type === "manyContacts" || event.slots === null) return void client.invalidateQueries({ queryKey });
    // An answer that is on its way may be older than this.
    if (client.isFetching({ queryKey }) > 0) return void client.invalidateQueries({ queryKey });
    const { slots, upTo } = event;
    client.setQueriesData<AwardTable>({ queryKey }, (table) => table && movedTable(table, slots, upTo));
  });

  const choose = (id: number) => {
    rememberChoice("logbook", String(id));
    router.push("/desk");
    router.refresh();
  };
  return (
    <Context value={{ logbook: { ...initial, contactCount }, logbooks, connected, choose }}>
      <LiveOf logbookId={initial.id} after={mark} />
      {children}
    </Context>
  );
}

export function useLogbook(): LogbookState {
  return useContext(Context)!;
}
