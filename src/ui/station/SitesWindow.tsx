"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { z } from "zod";
import { toast } from "sonner";
import { type Site, siteInputSchema } from "@/core/contract";
import { entityByCode } from "@/core/entity";
import * as station from "@/core/contract/endpoints/station";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { useActions } from "../kit/actions";
import { type ApiProblem, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { TextField } from "../kit/form/fields";
import { FormParts, FormProblem } from "../kit/form/FormWindow";
import { typedNumber } from "../kit/form/typed";
import { useZodForm } from "../kit/form/useZodForm";
import { Window } from "../kit/Window";
import { useLogbook } from "../shell/logbook";

/** The places one operates from, from the rail and the command palette. */
export function Sites() {
  const [open, setOpen] = useState(false);
  useActions([{ id: "sites", label: "Sites: the places you operate from", run: () => setOpen(true) }]);
  return open && <SitesWindow onClose={() => setOpen(false)} />;
}

const siteForm = siteInputSchema.extend({ power: typedNumber(siteInputSchema.shape.power) });
type SiteForm = z.input<typeof siteForm>;

/** One window whose content changes: of two that take turns, the one that goes would take the focus along. */
function SitesWindow({ onClose }: { onClose: () => void }) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: ["sites"], queryFn: () => ask(station.sites) });
  /** The site being changed, or "new" for one being added. */
  const [editing, setEditing] = useState<Site | "new" | null>(null);
  const onSettled = () => client.invalidateQueries({ queryKey: ["sites"] });
  const form = useZodForm({
    schema: siteForm,
    start: formOf(null),
    send: (body) =>
      editing === null || editing === "new"
        ? ask(station.addSite, { body })
        : ask(station.changeSite, { params: { siteId: editing.id }, body }),
    onSent: () => {
      setEditing(null);
      void onSettled();
    },
  });
  const edit = (site: Site | "new") => {
    form.form.reset(formOf(site === "new" ? null : site));
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
    title: editing === null || editing === "new" ? "Add a site" : `Change ${editing.name}`,
    about:
      editing === "new"
        ? "What is said here goes with every contact that is logged from it."
        : "For the contacts to come: those already logged keep what they have.",
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
  return (
    <FormParts form={form}>
      <Window width={720} onClose={onClose} {...(editing === null ? list : site)} />
    </FormParts>
  );
}

function SiteFields() {
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-4">
      <TextField<SiteForm> name="name" label="Name of the place" autoFocus wrapperClassName="col-span-2" />
      <TextField<SiteForm> name="call" label="Call on the air, as in LU/CX3QUA" mono />
      <TextField<SiteForm> name="grid" label="Grid, as in GF35co" mono />
      <TextField<SiteForm> name="operator" label="Operator, if not the call" mono />
      <TextField<SiteForm> name="power" label="Power, W" mono inputMode="decimal" />
      <TextField<SiteForm> name="state" label="State or province, its code" mono />
      <TextField<SiteForm> name="county" label="County" />
      <TextField<SiteForm>
        name="licence"
        label="Licence in kHz, as 7000-7040 CW; 14000-14350: empty for all that the region has"
        mono
        wrapperClassName="col-span-2"
      />
    </div>
  );
}

interface SiteListProps {
  sites: readonly Site[];
  onChange: (site: Site) => void;
  onSettled: () => unknown;
}

function SiteList({ sites, onChange, onSettled }: SiteListProps) {
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

function formOf(site: Site | null): SiteForm {
  if (site === null)
    return { name: "", call: "", grid: "", operator: "", state: "", county: "", licence: "", power: "" };
  const { name, call, grid, operator, state, county, licence, power } = site;
  return {
    name,
    call,
    grid,
    operator: operator ?? "",
    state: state ?? "",
    county: county ?? "",
    licence: licence ?? "",
    power: `${power ?? ""}`,
  };
}
