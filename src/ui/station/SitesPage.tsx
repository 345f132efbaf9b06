"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Site } from "@/core/contract";
import * as station from "@/core/contract/endpoints/station";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { FormWindow } from "../kit/form/FormWindow";
import { LoadFailure } from "../kit/LoadFailure";
import { EarlierContacts, type MovedSite } from "./EarlierContacts";
import { movedSite, SiteFields, siteTitle, useSiteForm } from "./siteForm";
import { SiteList } from "./SiteList";

/** The sites, as a page. */
export function SitesPage() {
  const client = useQueryClient();
  const { data, error, refetch } = useQuery({ queryKey: ["sites"], queryFn: () => ask(station.sites) });
  const [editing, setEditing] = useState<Site | "new" | null>(null);
  const [moved, setMoved] = useState<MovedSite | null>(null);
  const onSettled = () => client.invalidateQueries({ queryKey: ["sites"] });
  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  return (
    <section aria-label="Sites" className="grid gap-3 p-4">
      <div className="border border-line bg-panel px-3">
        <SiteList sites={data?.items ?? []} onChange={setEditing} onSettled={onSettled} />
      </div>
      <div>
        <Button small look="act" onClick={() => setEditing("new")}>
          Add a site
        </Button>
      </div>
      {editing !== null && (
        <SiteWindow
          site={editing}
          onClose={() => setEditing(null)}
          onKept={(kept) => {
            setMoved(movedSite(editing, kept));
            setEditing(null);
            void onSettled();
          }}
        />
      )}
      {moved !== null && <EarlierContacts {...moved} onClose={() => setMoved(null)} />}
    </section>
  );
}

interface SiteWindowProps {
  site: Site | "new";
  onClose: () => void;
  onKept: (kept: Site) => void;
}

function SiteWindow({ site, onClose, onKept }: SiteWindowProps) {
  const form = useSiteForm(site, onKept);
  return (
    <FormWindow form={form} {...siteTitle(site)} act="Keep" width={720} onClose={onClose}>
      <SiteFields />
    </FormWindow>
  );
}
