"use client";

import { useQuery } from "@tanstack/react-query";
import { z } from "zod";
import { MODE_GROUPS } from "@/core/band";
import { DISTANCE_UNITS } from "@/core/geo";
import { type Logbook, logbookChangeSchema, ZEROS } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/logbooks";
import * as station from "@/core/contract/endpoints/station";
import { capital } from "@/core/capital";
import { ask } from "../kit/api";
import { AreaField, ChoiceField, TextField } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { typedNumber } from "../kit/form/typed";
import { useZodForm } from "../kit/form/useZodForm";
import { useLogbook } from "../shell/logbook";
import { groupsBeside, idsFrom, idsText } from "./countsWith";
import { DISTANCE_WORDS } from "./distanceWords";
import { ZERO_WORDS } from "./zeroWords";

const formSchema = z
  .object({
    name: z.string(),
    about: z.string(),
    siteId: z.string(),
    power: typedNumber(z.number().nullable()),
    reports: z.record(z.enum(MODE_GROUPS), z.string()),
    distances: z.enum(DISTANCE_UNITS),
    zero: z.enum(ZEROS),
    countsWith: z.string(),
  })
  .transform(({ siteId, reports, countsWith, ...rest }): z.input<typeof logbookChangeSchema> => ({
    ...rest,
    siteId: Number(siteId),
    countsWith: idsFrom(countsWith),
    // What is left empty is offered as usual.
    reports: Object.fromEntries(Object.entries(reports).filter(([, report]) => report.trim() !== "")),
  }))
  .pipe(logbookChangeSchema);
type LogbookForm = z.input<typeof formSchema>;

/** What a logbook is called and for, and what it offers before anything is typed. */
export function ChangeLogbook({ logbook, onClose }: { logbook: Logbook; onClose: () => void }) {
  const { data } = useQuery({ queryKey: ["sites"], queryFn: () => ask(station.sites) });
  const { logbooks } = useLogbook();
  const { id, name, about, siteId, site, power, reports, distances, zero } = logbook;
  const countsWith = idsText(logbook.countsWith);
  const groups = groupsBeside(logbook, logbooks);
  const form = useZodForm({
    schema: formSchema,
    start: {
      ...{ name, about, distances, zero, siteId: String(siteId), power: String(power ?? "") },
      reports: { CW: "", voice: "", digital: "", ...reports },
      countsWith,
    },
    // What stays is not said: others may count with it that one may not see.
    send: ({ countsWith: others = [], ...body }) =>
      ask(endpoints.changeLogbook, {
        params: { logbookId: id },
        body: idsText(others) === countsWith ? body : { ...body, countsWith: others },
      }),
    onSent: onClose,
  });
  return (
    <FormWindow
      form={form}
      title={`Change ${name}`}
      about="For the contacts to come: those already logged keep what they have."
      width={620}
      act="Keep"
      onClose={onClose}
    >
      <TextField<LogbookForm> name="name" label="Name" autoFocus />
      <AreaField<LogbookForm> name="about" label="What it is for" />
      <div className="grid grid-cols-2 gap-x-3 gap-y-4">
        <ChoiceField<LogbookForm> name="siteId" label="Operated from">
          {(data?.items ?? [site]).map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}, {one.call}
            </option>
          ))}
        </ChoiceField>
        <TextField<LogbookForm>
          name="power"
          label="Power, W; empty for that of the site"
          mono
          inputMode="decimal"
          placeholder={site.power === null ? "" : String(site.power)}
        />
      </div>
      <fieldset className="grid grid-cols-3 gap-x-3">
        <legend className="pb-1 text-tiny text-soft">Reports that are offered; empty for the usual</legend>
        {MODE_GROUPS.map((group) => (
          <TextField<LogbookForm>
            key={group}
            name={`reports.${group}`}
            label={capital(group)}
            mono
            placeholder={group === "voice" ? "59" : "599"}
          />
        ))}
      </fieldset>
      <div className="grid grid-cols-2 gap-x-3">
        <ChoiceField<LogbookForm> name="distances" label="Distances in">
          {DISTANCE_UNITS.map((unit) => (
            <option key={unit} value={unit}>
              {DISTANCE_WORDS[unit]}
            </option>
          ))}
        </ChoiceField>
        <ChoiceField<LogbookForm> name="zero" label="The digit zero">
          {ZEROS.map((one) => (
            <option key={one} value={one}>
              {ZERO_WORDS[one]}
            </option>
          ))}
        </ChoiceField>
      </div>
      {groups.length > 0 && (
        <div className="grid gap-1">
          <ChoiceField<LogbookForm> name="countsWith" label="For awards it counts">
            <option value="">by itself</option>
            {groups.map(({ ids, text }) => (
              <option key={ids} value={ids}>
                together with {text}
              </option>
            ))}
          </ChoiceField>
          <p className="text-tiny text-soft">
            What is worked in one is then worked in all, and who may read one sees what counts in all.
          </p>
        </div>
      )}
    </FormWindow>
  );
}
