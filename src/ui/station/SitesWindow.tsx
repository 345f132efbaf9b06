"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Site } from "@/core/contract";
import * as station from "@/core/contract/endpoints/station";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { FormParts, FormProblem } from "../kit/form/FormWindow";
import { Window } from "../kit/Window";
import { useLogbook } from "../shell/logbook";
import { EarlierContacts, type MovedSite } from "./EarlierContacts";
import { formOf, movedSite, SiteFields, siteTitle, useSiteForm } from "./siteForm";
import { SiteList } from "./SiteList";

/** The places one operates from, from the rail and the command palette. */
export function Sites() {
  const [open, setOpen] = useState(false);
  useActions([{ id: "sites", label: "Sites: the places you operate from", run: () => setOpen(true) }]);
  return open && <SitesWindow onClose={() => setOpen(false)} />;
}

/** One window whose content changes: of two that take turns, the one that goes would take the focus along. */
function SitesWindow({ onClose }: { onClose: () => void }) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: ["sites"], queryFn: () => ask(station.sites) });
  /** The site being changed, or "new" for one being added. */
  const [editing, setEditing] = useState<Site | "new" | null>(null);
  const onSettled = () => client.invalidateQueries({ queryKey: ["sites"] });
  const [moved, setMoved] = useState<MovedSite | null>(null);
  const form = useSiteForm(editing, (kept) => {
    setMoved(movedSite(editing, kept));
    setEditing(null);
    void onSettled();
  });
  const edit = (site: Site | "new") => {
    form.form.reset(formOf(site === "new" ? null : site, logbook.id));
    setEditing(site);
  };

  const list = {
    title: "Sites",
    about: `The places you operate from. Contacts of ${logbook.name} are logged from the one in use.`,
    onSubmit: () => edit("new"),
    buttons: (
      <>
        <Button onClick={onClose}>Close</Button>
        <Button key="add" type="submit" look="act" autoFocus>
          Add a site
        </Button>
      </>
    ),
    children: <SiteList sites={data?.items ?? []} onChange={edit} onSettled={onSettled} />,
  };
  const site = {
    ...siteTitle(editing ?? "new"),
    onSubmit: form.submit,
    buttons: (
      <>
        <Button onClick={() => setEditing(null)}>Back</Button>
        <Button key="keep" type="submit" look="act" disabled={form.form.formState.isSubmitting}>
          Keep
        </Button>
      </>
    ),
    children: (
      <>
        <SiteFields />
        <FormProblem problem={form.problem} />
      </>
    ),
  };
  if (moved !== null) return <EarlierContacts {...moved} onClose={() => setMoved(null)} />;
  return (
    <FormParts form={form}>
      <Window width={720} onClose={onClose} {...(editing === null ? list : site)} />
    </FormParts>
  );
}
