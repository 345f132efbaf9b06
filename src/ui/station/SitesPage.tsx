"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Site } from "@/core/contract";
import * as station from "@/core/contract/endpoints/station";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { FormWindow } from "../kit/form/FormWindow";
import { LoadFailure } from "../kit/LoadFailure";
import { SiteFields, siteTitle, useSiteForm } from "./siteForm";
import { SiteList } from "./SiteList";

/** The sites, as a page. */
export function SitesPage() {
  const client = useQueryClient();
  const { data, error, refetch } = useQuery({ queryKey: ["sites"], queryFn: () => ask(station.sites) });
  const [editing, setEditing] = useState<Site | "new" | null>(null);
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
          onClose={() => {
            setEditing(null);
            void onSettled();
          }}
        />
      )}
    </section>
  );
}

function SiteWindow({ site, onClose }: { site: Site | "new"; onClose: () => void }) {
  const form = useSiteForm(site, onClose);
  return (
    <FormWindow form={form} {...siteTitle(site)} act="Keep" width={720} onClose={onClose}>
      <SiteFields />
    </FormWindow>
  );
}
