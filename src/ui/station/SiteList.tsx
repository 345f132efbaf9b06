"use client";

import { useMutation } from "@tanstack/react-query";
import { toast } from "sonner";
import type { Site } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/logbooks";
import * as station from "@/core/contract/endpoints/station";
import { secondsOf } from "@/core/contact";
import { entityByCode, gridDoubt } from "@/core/entity";
import { periodText } from "@/core/time/words";
import { type ApiProblem, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { useNow } from "../kit/useNow";
import { useLogbook } from "../shell/logbook";
import { inputOf } from "./siteForm";

interface SiteListProps {
  sites: readonly Site[];
  onChange: (site: Site) => void;
  onSettled: () => unknown;
}

/** The sites: which one is in use, and where each is used, changed and removed. */
export function SiteList({ sites, onChange, onSettled }: SiteListProps) {
  const { logbook, logbooks } = useLogbook();
  /** Whether contacts are logged now from a site whose times it is, and not from the chosen one. */
  const isTimed = logbook.site.id !== logbook.siteId;
  const choose = useMutation({
    mutationFn: ({ id }: Site) =>
      ask(endpoints.changeLogbook, { params: { logbookId: logbook.id }, body: { siteId: id } }),
    onSuccess: (_, { name }) =>
      toast.success(
        isTimed
          ? `Contacts are logged from ${name} as soon as the times of ${logbook.site.name} are over.`
          : `Contacts are now logged from ${name}.`,
      ),
  });
  const restore = useMutation<Site, ApiProblem, Site>({
    mutationFn: (site) => ask(station.addSite, { body: inputOf(site) }),
    onSettled,
  });
  const remove = useMutation({
    mutationFn: ({ id }: Site) => ask(station.removeSite, { params: { siteId: id } }),
    onSuccess: (_, site) =>
      toast.success(`${site.name} is removed.`, { action: { label: "Undo", onClick: () => restore.mutate(site) } }),
    onSettled,
  });
  const problem = choose.error ?? remove.error;
  return (
    <>
      {problem !== null && (
        <p role="alert" className="text-stop">
          {problem.message}
        </p>
      )}
      <ul aria-label="Sites" className="divide-y divide-line">
        {sites.map((site) => (
          <li key={site.id} className="flex items-center gap-2 py-1.5">
            <div className="min-w-0 flex-1">
              <p className="truncate">
                <b className="font-semibold">{site.name}</b>{" "}
                <span className="font-mono">
                  {site.call} {site.grid}
                </span>
              </p>
              <p className="truncate text-soft">{factsLine(site)}</p>
              <Doubt site={site} />
              {site.logbookId !== null && (
                <p className="truncate text-soft">
                  <span className="font-mono">{periodText(site)}</span> for{" "}
                  {logbooks.find(({ id }) => id === site.logbookId)?.name}
                </p>
              )}
            </div>
            {site.id === logbook.site.id ? (
              <span className="px-2.5 font-semibold text-signal">In use</span>
            ) : site.id === logbook.siteId ? (
              <span className="px-2.5 text-signal">In use after that</span>
            ) : (
              <Button small onClick={() => choose.mutate(site)} aria-label={`Use ${site.name}`}>
                Use
              </Button>
            )}
            <Button small look="quiet" onClick={() => onChange(site)} aria-label={`Change ${site.name}`}>
              Change
            </Button>
            {site.id !== logbook.siteId && (
              <Button small look="quiet" onClick={() => remove.mutate(site)} aria-label={`Remove ${site.name}`}>
                Remove
              </Button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

function factsLine(site: Site): string {
  const { entityCode, cqZone, ituZone, operator, state, county, island, summit, park, power, antennas } = site;
  return [
    entityCode === null ? "in no entity" : entityByCode(entityCode)?.name,
    cqZone === null ? null : `CQ ${cqZone}, ITU ${ituZone}`,
    ...[state, county, island, summit, park],
    operator === null ? null : `operator ${operator}`,
    power === null ? null : `${power} W`,
    antennas,
  ]
    .filter(Boolean)
    .join(" · ");
}

/** A grid that hardly goes with the call. */
function Doubt({ site: { call, grid } }: { site: Site }) {
  const now = useNow();
  const doubt = now === null ? null : gridDoubt(call, grid, secondsOf(now));
  return doubt === null ? null : <p className="text-wanted">{doubt}</p>;
}
