"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { createContext, type ReactNode, useContext, useState } from "react";
import type { EntityTable, Logbook } from "@/core/contract";
import { movedTable } from "@/core/award";
import { tableKey } from "../awards/useEntityTable";
import { LiveOf, useLive } from "../kit/useLive";
import { rememberChoice } from "./choice";
import { useFreshLinks } from "./useLinks";

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
  children,
}: {
  initial: Logbook;
  logbooks: readonly Logbook[];
  children: ReactNode;
}) {
  const [contactCount, setContactCount] = useState(initial.contactCount);
  const [connected, setConnected] = useState(true);
  const client = useQueryClient();
  const router = useRouter();

  useFreshLinks();
  useLive((event) => {
    if (event.type === "opened") return;
    if (event.type === "lost") return setConnected(false);
    if (event.type === "reconnected") {
      setConnected(true);
      return void client.invalidateQueries();
    }
    if (event.type === "job") {
      if (event.job.state !== "running") void client.invalidateQueries({ queryKey: ["service", event.job.logbookId] });
      return void client.invalidateQueries({ queryKey: ["jobs"] });
    }
    // Of any logbook: all of them stand in the rail's menu.
    if (event.type === "logbook") return router.refresh();
    if (event.type === "exceptions") return void client.invalidateQueries({ queryKey: ["exceptions"] });
    if (event.type === "arrivals") return void client.invalidateQueries({ queryKey: ["arrivals"] });
    if (event.type === "contests") return void client.invalidateQueries({ queryKey: ["contest"] });
    if (event.type === "sun") return void client.invalidateQueries({ queryKey: ["sun"] });
    if (event.type === "link" || event.type === "directory" || event.type === "spots" || event.logbookId !== initial.id)
      return;
    if (event.type === "outbox") {
      client.setQueryData(["waiting", event.logbookId, event.service], { waiting: event.waiting });
      return void client.invalidateQueries({ queryKey: ["service", initial.id, event.service] });
    }
    if (event.type === "contest") return void client.invalidateQueries({ queryKey: ["contest"] });
    if (event.type === "alert" || event.type === "alerts")
      return void client.invalidateQueries({ queryKey: ["alerts", event.logbookId] });
    setContactCount(event.contactCount);
    const queryKey = tableKey(initial.id);
    if (event.type === "manyContacts") return void client.invalidateQueries({ queryKey });
    // An answer that is on its way may be older than this.
    if (client.isFetching({ queryKey }) > 0) return void client.invalidateQueries({ queryKey });
    client.setQueryData<EntityTable>(queryKey, (table) => table && movedTable(table, event.slots, event.upTo));
  });

  const choose = (id: number) => {
    rememberChoice("logbook", String(id));
    router.push("/desk");
    router.refresh();
  };
  return (
    <Context value={{ logbook: { ...initial, contactCount }, logbooks, connected, choose }}>
      <LiveOf logbookId={initial.id} />
      {children}
    </Context>
  );
}

export function useLogbook(): LogbookState {
  return useContext(Context)!;
}
