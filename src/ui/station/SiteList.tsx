"use client";

import { useMutation } from "@tanstack/react-query";
import { toast } from "sonner";
import type { Site } from "@/core/contract";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import * as station from "@/core/contract/endpoints/station";
import { entityByCode } from "@/core/entity";
import { type ApiProblem, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { useLogbook } from "../shell/logbook";
import { formOf, siteForm } from "./siteForm";

interface SiteListProps {
  sites: readonly Site[];
  onChange: (site: Site) => void;
  onSettled: () => unknown;
}

/** The sites: which one is in use, and where each is used, changed and removed. */
export function SiteList({ sites, onChange, onSettled }: SiteListProps) {
  const { logbook } = useLogbook();
  const choose = useMutation({
    mutationFn: ({ id }: Site) =>
      ask(logbooks.changeLogbook, { params: { logbookId: logbook.id }, body: { siteId: id } }),
    onSuccess: (_, { name }) => toast.success(`Contacts are now logged from ${name}.`),
  });
  const restore = useMutation<Site, ApiProblem, Site>({
    mutationFn: (site) => ask(station.addSite, { body: siteForm.parse(formOf(site)) }),
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
            </div>
            {site.id === logbook.site.id ? (
              <span className="px-2.5 font-semibold text-signal">In use</span>
            ) : (
              <Button small onClick={() => choose.mutate(site)} aria-label={`Use ${site.name}`}>
                Use
              </Button>
            )}
            <Button small look="quiet" onClick={() => onChange(site)} aria-label={`Change ${site.name}`}>
              Change
            </Button>
            {site.id !== logbook.site.id && (
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

function factsLine({ entityCode, cqZone, ituZone, operator, state, county, power }: Site): string {
  return [
    entityCode === null ? "in no entity" : entityByCode(entityCode)?.name,
    cqZone === null ? null : `CQ ${cqZone}, ITU ${ituZone}`,
    state,
    county,
    operator === null ? null : `operator ${operator}`,
    power === null ? null : `${power} W`,
  ]
    .filter(Boolean)
    .join(" · ");
}
