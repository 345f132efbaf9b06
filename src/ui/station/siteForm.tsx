"use client";

import type { z } from "zod";
import { type Site, siteInputSchema } from "@/core/contract";
import { movedOwnFacts } from "@/core/contact";
import * as station from "@/core/contract/endpoints/station";
import { ask } from "../kit/api";
import { TextField } from "../kit/form/fields";
import { typedNumber } from "../kit/form/typed";
import { useZodForm } from "../kit/form/useZodForm";
import type { MovedSite } from "./EarlierContacts";

export const siteForm = siteInputSchema.extend({ power: typedNumber(siteInputSchema.shape.power) });
type SiteForm = z.input<typeof siteForm>;

/** The form of a site: one that is there, or a new one. */
export function useSiteForm(site: Site | "new" | null, onSent: (kept: Site) => void) {
  return useZodForm({
    schema: siteForm,
    start: formOf(site === "new" ? null : site),
    send: (body) =>
      site === null || site === "new"
        ? ask(station.addSite, { body })
        : ask(station.changeSite, { params: { siteId: site.id }, body }),
    onSent,
  });
}

/** What was kept of a site, where contacts that were logged from it before may have to follow; null where not. */
export function movedSite(before: Site | "new" | null, site: Site): MovedSite | null {
  if (before === null || before === "new") return null;
  const moved = movedOwnFacts(before, site);
  return moved.length === 0 ? null : { site, moved };
}

/** What is said of changing a site, or adding one. */
export function siteTitle(site: Site | "new"): { readonly title: string; readonly about: string } {
  return site === "new"
    ? { title: "Add a site", about: "What is said here goes with every contact that is logged from it." }
    : {
        title: `Change ${site.name}`,
        about: "For the contacts to come: those already logged keep what they have.",
      };
}

export function SiteFields() {
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

export function formOf(site: Site | null): SiteForm {
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
