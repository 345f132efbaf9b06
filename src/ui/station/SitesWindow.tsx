"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { z } from "zod";
import { toast } from "sonner";
import type { Site, siteInputSchema } from "@/core/contract";
import { entityByCode } from "@/core/entity";
import * as station from "@/core/contract/endpoints/station";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { useActions } from "../kit/actions";
import { type ApiProblem, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Field } from "../kit/Field";
import { Window } from "../kit/Window";
import { useLogbook } from "../shell/logbook";

/** The places one operates from, from the rail and the command palette. */
export function Sites() {
  const [open, setOpen] = useState(false);
  useActions([{ id: "sites", label: "Sites: the places you operate from", run: () => setOpen(true) }]);
  return open && <SitesWindow onClose={() => setOpen(false)} />;
}

type Form = Record<"name" | "call" | "grid" | "operator" | "state" | "county" | "power", string>;

const EMPTY: Form = { name: "", call: "", grid: "", operator: "", state: "", county: "", power: "" };

/** The site being added (null) or changed, as typed. */
interface Editing {
  readonly site: Site | null;
  readonly form: Form;
}

function SitesWindow({ onClose }: { onClose: () => void }) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: ["sites"], queryFn: () => ask(station.sites) });
  const [editing, setEditing] = useState<Editing | null>(null);
  const onSettled = () => client.invalidateQueries({ queryKey: ["sites"] });
  const save = useMutation<Site, ApiProblem, Editing>({
    mutationFn: ({ site, form }) =>
      site === null
        ? ask(station.addSite, { body: inputOf(form) })
        : ask(station.changeSite, { params: { siteId: site.id }, body: inputOf(form) }),
    onSuccess: () => setEditing(null),
    onSettled,
  });
  const edit = (site: Site | null) => {
    save.reset();
    setEditing({ site, form: site === null ? EMPTY : formOf(site) });
  };
  if (editing === null)
    return (
      <Window
        title="Sites"
        about={`The places you operate from. Contacts of ${logbook.name} are logged from the one in use.`}
        width={720}
        onClose={onClose}
        onSubmit={() => edit(null)}
        buttons={
          <>
            <Button onClick={onClose}>Close</Button>
            <Button key="add" type="submit" look="act" autoFocus>
              Add a site
            </Button>
          </>
        }
      >
        <SiteList sites={data?.items ?? []} onChange={edit} onSettled={onSettled} />
      </Window>
    );
  const { site, form } = editing;
  return (
    <Window
      title={site === null ? "Add a site" : `Change ${site.name}`}
      about={
        site === null
          ? "What is said here goes with every contact that is logged from it."
          : "For the contacts to come: those already logged keep what they have."
      }
      width={720}
      onClose={onClose}
      onSubmit={() => save.mutate(editing)}
      buttons={
        <>
          <Button onClick={() => setEditing(null)}>Back</Button>
          <Button key="keep" type="submit" look="act" disabled={save.isPending}>
            Keep
          </Button>
        </>
      }
    >
      <SiteFields form={form} problem={save.error} onType={(typed) => setEditing({ site, form: typed })} />
    </Window>
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
    mutationFn: (site) => ask(station.addSite, { body: inputOf(formOf(site)) }),
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

interface SiteFieldsProps {
  form: Form;
  problem: ApiProblem | null;
  onType: (form: Form) => void;
}

function SiteFields({ form, problem, onType }: SiteFieldsProps) {
  const field = (key: keyof Form) => ({
    value: form[key],
    fault: problem?.faultOf(key),
    onChange: ({ target }: { target: HTMLInputElement }) => onType({ ...form, [key]: target.value }),
  });
  return (
    <>
      <div className="grid grid-cols-2 gap-x-3 gap-y-4">
        <Field label="Name of the place" autoFocus required wrapperClassName="col-span-2" {...field("name")} />
        <Field label="Call on the air, as in LU/CX3QUA" mono required {...field("call")} />
        <Field label="Grid, as in GF35co" mono required {...field("grid")} />
        <Field label="Operator, if not the call" mono {...field("operator")} />
        <Field label="Power, W" mono inputMode="decimal" {...field("power")} />
        <Field label="State or province, its code" mono {...field("state")} />
        <Field label="County" {...field("county")} />
      </div>
      {problem !== null && problem.details.errors === undefined && (
        <p role="alert" className="text-stop">
          {problem.message}
        </p>
      )}
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

function formOf({ name, call, grid, operator, state, county, power }: Site): Form {
  return {
    name,
    call,
    grid,
    operator: operator ?? "",
    state: state ?? "",
    county: county ?? "",
    power: power === null ? "" : String(power),
  };
}

/** The form as the server takes it; a power that is no number goes as it is, so that the server says so. */
/** What is wrong with a number, the server says. */
function inputOf(form: Form): z.input<typeof siteInputSchema> {
  const power = form.power.trim().replace(",", ".");
  const watts = power === "" ? null : Number(power);
  return { ...form, power: (Number.isNaN(watts) ? power : watts) as number };
}
