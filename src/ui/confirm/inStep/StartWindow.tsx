"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { serviceById, type ServiceId, SERVICE_IDS } from "@/core/confirm";
import { UNSENT } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import * as endpoints from "@/core/contract/endpoints/inStep";
import { ask } from "../../kit/api";
import { Button } from "../../kit/Button";
import { Tick } from "../../kit/Tick";
import { useJob } from "../../kit/useJob";
import { Window } from "../../kit/Window";
import { ProgressBar } from "../../shell/JobLine";
import { useOutboxes } from "../../shell/useOutboxes";
import { SendingLook } from "../SendWindow";

interface StartWindowProps {
  logbookId: number;
  onStarted: () => void;
  onClose: () => void;
}

/** Which services are brought in step, after a look at what each would be sent. */
export function StartWindow({ logbookId, onStarted, onClose }: StartWindowProps) {
  const outboxes = useOutboxes(logbookId);
  const [ticked, setTicked] = useState<readonly ServiceId[] | null>(null);
  const used = outboxes.filter(({ isUsed }) => isUsed).map(({ service }) => service);
  const services = SERVICE_IDS.filter((service) => (ticked ?? used).includes(service));
  const start = useMutation({
    mutationFn: () => ask(endpoints.bringInStep, { params: { logbookId }, body: { services } }),
    onSuccess: onStarted,
  });
  return (
    <Window
      title="Bring services in step"
      about="What is new comes into the log, each is sent what it lacks, and hears what others confirm."
      width={680}
      onClose={onClose}
      onSubmit={() => !start.isPending && start.mutate()}
      buttons={
        <>
          <Button onClick={onClose}>Close</Button>
          <Button type="submit" look="act" autoFocus disabled={start.isPending}>
            Begin
          </Button>
        </>
      }
    >
      {start.error !== null && (
        <p role="alert" className="text-stop">
          {start.error.message}
        </p>
      )}
      {SERVICE_IDS.map((service) => {
        const isTicked = services.includes(service);
        return (
          <section key={service} aria-label={serviceById(service).name} className="grid gap-1.5">
            <Tick
              label={serviceById(service).name}
              checked={isTicked}
              onChange={(checked) =>
                setTicked(checked ? [...services, service] : services.filter((one) => one !== service))
              }
            />
            {isTicked && <Lacking logbookId={logbookId} service={service} />}
          </section>
        );
      })}
    </Window>
  );
}

/** What a service would be sent. */
function Lacking({ logbookId, service }: { logbookId: number; service: ServiceId }) {
  const { data, error } = useQuery({
    queryKey: ["sendLook", logbookId, service, "lacking"],
    queryFn: () => ask(confirm.lookAtSending, { params: { logbookId, service }, body: UNSENT }),
    staleTime: 0,
    gcTime: 0,
  });
  const job = useJob(data?.id ?? null, "sendLook");
  const problem = error?.message ?? job?.problem ?? null;
  return (
    <div role="status" className="grid min-h-24 content-start gap-2 pl-6">
      {problem !== null && <p className="text-stop">{problem}</p>}
      {job?.state === "running" && <ProgressBar job={job} />}
      {job?.state === "done" && job.report !== null && (
        <SendingLook look={job.report} name={serviceById(service).name} />
      )}
    </div>
  );
}
