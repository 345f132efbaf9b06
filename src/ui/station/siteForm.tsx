"use client";

import { z } from "zod";
import { factText, movedOwnFacts } from "@/core/contact";
import { type Site, siteInputSchema } from "@/core/contract";
import { resolve } from "@/core/entity";
import * as station from "@/core/contract/endpoints/station";
import { ask } from "../kit/api";
import { ChoiceField, TextField } from "../kit/form/fields";
import { typedNumber, typedTime } from "../kit/form/typed";
import { useZodForm } from "../kit/form/useZodForm";
import { useLogbook } from "../shell/logbook";
import type { MovedSite } from "./EarlierContacts";

const { cqZone, ituZone, power, validFrom, validUntil } = siteInputSchema.shape;
const siteForm = z
  .object({
    ...siteInputSchema.shape,
    cqZone: typedNumber(cqZone),
    ituZone: typedNumber(ituZone),
    power: typedNumber(power),
    validFrom: typedTime(validFrom),
    validUntil: typedTime(validUntil),
    logbookId: z.string(),
  })
  // Without times it is chosen by hand, in any logbook.
  .transform(({ logbookId, ...site }): z.input<typeof siteInputSchema> => ({
    ...site,
    logbookId: site.validFrom === null && site.validUntil === null ? null : Number(logbookId),
  }))
  .pipe(siteInputSchema);
type SiteForm = z.input<typeof siteForm>;

/** The form of a site: one that is there, or a new one. */
export function useSiteForm(site: Site | "new" | null, onSent: (kept: Site) => void) {
  const { logbook } = useLogbook();
  return useZodForm({
    schema: siteForm,
    start: formOf(site === "new" ? null : site, logbook.id),
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
  const { logbooks } = useLogbook();
  return (
    <div className="grid grid-cols-6 gap-x-3 gap-y-4">
      <TextField<SiteForm> name="name" label="Name of the place" autoFocus wrapperClassName="col-span-2" />
      <TextField<SiteForm> name="call" label="Call on the air, as in LU/CX3QUA" mono wrapperClassName="col-span-2" />
      <TextField<SiteForm> name="grid" label="Grid, as in GF35co" mono wrapperClassName="col-span-2" />
      <TextField<SiteForm> name="operator" label="Operator, if not the call" mono wrapperClassName="col-span-2" />
      <TextField<SiteForm> name="state" label="State or province, its code" mono wrapperClassName="col-span-2" />
      <TextField<SiteForm> name="county" label="County" wrapperClassName="col-span-2" />
      <TextField<SiteForm> name="island" label="Island, as in SA-030" mono wrapperClassName="col-span-2" />
      <TextField<SiteForm> name="summit" label="Summit, as in CX/MO-012" mono wrapperClassName="col-span-2" />
      <TextField<SiteForm> name="park" label="Parks, as in UY-0012" mono wrapperClassName="col-span-2" />
      <TextField<SiteForm>
        name="cqZone"
        label="CQ zone, if not the call's"
        mono
        inputMode="numeric"
        wrapperClassName="col-span-2"
      />
      <TextField<SiteForm>
        name="ituZone"
        label="ITU zone, if not the call's"
        mono
        inputMode="numeric"
        wrapperClassName="col-span-2"
      />
      <TextField<SiteForm> name="power" label="Power, W" mono inputMode="decimal" wrapperClassName="col-span-2" />
      <TextField<SiteForm>
        name="antennas"
        label="Antennas by band, as 20m-10m: beam; 40m: dipole; long wire"
        wrapperClassName="col-span-6"
      />
      <TextField<SiteForm>
        name="licence"
        label="Licence in kHz, as 7000-7040 CW; 14000-14350: empty for all that the region has"
        mono
        wrapperClassName="col-span-6"
      />
      <fieldset className="col-span-6 grid grid-cols-6 gap-x-3">
        <legend className="pb-1 text-tiny text-soft">
          Only at a time, UTC: contacts of that time are logged from here, whichever site is chosen
        </legend>
        <TextField<SiteForm> name="validFrom" label="From, as 2026-11-20 14:00" mono wrapperClassName="col-span-2" />
        <TextField<SiteForm> name="validUntil" label="Until" mono wrapperClassName="col-span-2" />
        <ChoiceField<SiteForm> name="logbookId" label="In the logbook" wrapperClassName="col-span-2">
          {logbooks.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </ChoiceField>
      </fieldset>
    </div>
  );
}

/** What the form of a site begins with. */
export function formOf(site: Site | null, logbookId: number): SiteForm {
  const text = (value: string | number | null | undefined) => String(value ?? "");
  const time = (iso: string | null | undefined) => factText("time", iso ?? null).replace(/:00$/, "");
  const ofCall = site === null ? null : resolve(site.call, Date.now() / 1000);
  const unlessOfCall = (zone: "cqZone" | "ituZone") => (site?.[zone] === ofCall?.[zone] ? "" : text(site?.[zone]));
  return {
    name: text(site?.name),
    call: text(site?.call),
    grid: text(site?.grid),
    operator: text(site?.operator),
    state: text(site?.state),
    county: text(site?.county),
    cqZone: unlessOfCall("cqZone"),
    ituZone: unlessOfCall("ituZone"),
    island: text(site?.island),
    summit: text(site?.summit),
    park: text(site?.park),
    antennas: text(site?.antennas),
    licence: text(site?.licence),
    power: text(site?.power),
    validFrom: time(site?.validFrom),
    validUntil: time(site?.validUntil),
    logbookId: text(site?.logbookId ?? logbookId),
  };
}

/** A site as it can be added again after it was removed. */
export function inputOf(site: Site) {
  return siteForm.parse(formOf(site, 0));
}
