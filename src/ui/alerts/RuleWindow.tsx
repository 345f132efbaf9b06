"use client";

import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { useWatch } from "react-hook-form";
import { toast } from "sonner";
import { z } from "zod";
import {
  alertText,
  alertTitle,
  BRINGS,
  BRINGS_TEXT,
  MOST_AN_HOUR,
  ONCE,
  ONCE_TEXT,
  ruleName,
  ruleSentence,
} from "@/core/alert";
import { bandLabel, MODE_GROUPS, USUAL_BANDS } from "@/core/band";
import { type AlertRule, alertChoicesSchema, alertRuleInputSchema, type AlertTrial } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/alerts";
import { CONTINENTS } from "@/core/reference";
import { CHANCES } from "@/core/spot";
import { shortTime } from "@/core/time/words";
import { type AwardState, useAwards } from "../awards/useAwards";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { ChoiceField, TextField } from "../kit/form/fields";
import { FormParts, FormProblem } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";
import { Mark } from "../kit/Mark";
import { useSettled } from "../kit/useSettled";
import { Window } from "../kit/Window";
import { useLogbook } from "../shell/logbook";
import { Chips } from "../kit/Chips";
import { useAlertDeeds } from "./useAlerts";
import { WayChoice } from "./WayChoice";

/** What is typed: calls in one line, and quiet hours also where there are none. */
const typedSchema = z.object({
  name: z.string(),
  brings: z.array(z.string()),
  /** As JSON. */
  awards: z.array(z.string()),
  calls: z.string(),
  bands: z.array(z.string()),
  modeGroups: z.array(z.string()),
  heardIn: z.array(z.string()),
  chance: z.string(),
  quiet: z.object({ by: z.enum(["nothing", "local", "UTC"]), from: z.string(), to: z.string() }),
  once: z.string(),
  ways: z.array(z.string()),
});
type RuleForm = z.input<typeof typedSchema>;
const ruleSchema = typedSchema.transform(meantBy).pipe(alertRuleInputSchema);

const SETTLED_MS = 400;
const SHOWN = 8;
const LONGEST_NAME = 60;

/** What the typed choices mean; a rule that nobody names has one from what it asks for. */
function meantBy({
  name,
  awards,
  calls,
  quiet: { by, from, to },
  ...rest
}: RuleForm): z.input<typeof alertRuleInputSchema> {
  const quiet = { from, to, zone: by === "UTC" ? "UTC" : Intl.DateTimeFormat().resolvedOptions().timeZone };
  const choices = {
    // What is none of the choices is refused by the schema.
    ...(rest as Pick<z.input<typeof alertRuleInputSchema>, keyof typeof rest>),
    awards: awards.map((one) => JSON.parse(one) as AlertRule["awards"][number]),
    calls: calls.split(/[\s,;]+/).filter((word) => word !== ""),
    quiet: by === "nothing" ? null : quiet,
  };
  return { ...choices, name: name.trim() === "" ? nameFrom(choices) : name };
}

function nameFrom(choices: object): string {
  const asked = alertChoicesSchema.safeParse({ ...choices, quiet: null, ways: ["page"] });
  return asked.success ? ruleName(asked.data).slice(0, LONGEST_NAME) : "A rule";
}

interface RuleWindowProps {
  /** Null for a new one. */
  rule: AlertRule | null;
  onClose: () => void;
}

/** A rule as a sentence made of choices, with what it would have called for within the last day. */
export function RuleWindow({ rule, onClose }: RuleWindowProps) {
  const { logbook } = useLogbook();
  const { keep } = useAlertDeeds(logbook.id);
  const [start] = useState(() => startOf(rule));
  const form = useZodForm({
    schema: ruleSchema,
    start,
    nameOf: (field) => field.replace(/^calls\.\d+$/, "calls"),
    send: (meant) => keep.mutateAsync({ ...meant, on: rule?.on ?? true, id: rule?.id ?? null }),
    onSent: ({ name }) => {
      toast.success(`${name} is kept, and calls from now on.`);
      onClose();
    },
  });
  const { control, setValue } = form.form;
  const { awards } = useAwards(logbook.id);
  const offered = useMemo(() => awardsOffered(awards ?? [], start.awards), [awards, start.awards]);
  const typed = useWatch({ control }) as RuleForm;
  const { name: meantName, ...meant } = meantBy(typed);
  const choices = alertChoicesSchema.safeParse(meant);
  const set = (name: "brings" | "awards" | "bands" | "modeGroups" | "heardIn" | "ways") => (value: string[]) =>
    setValue(name, value, { shouldDirty: true });
  return (
    <FormParts form={form}>
      <Window
        width={1180}
        title={rule === null ? "Add a rule" : `Change ${rule.name}`}
        about="What is left open is not asked for. Nobody is called for what was worked today on the band and in the mode."
        onClose={onClose}
        onSubmit={form.submit}
        buttons={
          <>
            <Button onClick={onClose}>Cancel</Button>
            <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
              Keep
            </Button>
          </>
        }
      >
        <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,420px)] gap-6 max-lg:grid-cols-1">
          <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-3">
            <Chips
              label="Call me for stations that are"
              values={BRINGS}
              text={(one) => (one === "multiplier" ? "a multiplier" : BRINGS_TEXT[one])}
              mark={(one) => (one === "multiplier" ? null : <Mark kind={one} />)}
              chosen={typed.brings}
              onChange={set("brings")}
            />
            {offered.length > 0 && (
              <Chips
                label="for the awards (none: for those that you follow)"
                values={offered}
                text={(one) => (JSON.parse(one) as AlertRule["awards"][number]).name}
                chosen={typed.awards}
                onChange={set("awards")}
              />
            )}
            <TextField<RuleForm>
              name="calls"
              label="with the calls, * for any letters, as P5QUZ 3Y*"
              mono
              upper
              autoFocus
            />
            <Chips
              label="on the bands"
              values={USUAL_BANDS}
              text={bandLabel}
              chosen={typed.bands}
              onChange={set("bands")}
            />
            <div className="flex flex-wrap gap-x-8 gap-y-3">
              <Chips
                label="in the modes"
                values={MODE_GROUPS}
                text={(one) => one}
                chosen={typed.modeGroups}
                onChange={set("modeGroups")}
              />
              <Chips
                label="heard within a quarter of an hour in"
                values={Object.keys(CONTINENTS)}
                text={(code) => CONTINENTS[code]!}
                chosen={typed.heardIn}
                onChange={set("heardIn")}
              />
            </div>
            <div className="grid grid-cols-[150px_190px_100px_100px] items-start gap-3 max-lg:grid-cols-2">
              <ChoiceField<RuleForm> name="chance" label="with a chance at least">
                {[...CHANCES].reverse().map((chance) => (
                  <option key={chance} value={chance}>
                    {chance === "none" ? "any" : chance}
                  </option>
                ))}
              </ChoiceField>
              <ChoiceField<RuleForm> name="quiet.by" label="and not at quiet hours">
                <option value="nothing">at all hours</option>
                <option value="local">quiet, by local time</option>
                <option value="UTC">quiet, by UTC</option>
              </ChoiceField>
              {typed.quiet.by !== "nothing" && (
                <>
                  <TextField<RuleForm> name="quiet.from" label="from, as 22:00" mono maxLength={5} />
                  <TextField<RuleForm> name="quiet.to" label="to" mono maxLength={5} />
                </>
              )}
              <ChoiceField<RuleForm> name="once" label="as often as" wrapperClassName="col-span-2">
                {ONCE.map((once) => (
                  <option key={once} value={once}>
                    {ONCE_TEXT[once]}
                  </option>
                ))}
              </ChoiceField>
            </div>
            <WayChoice chosen={typed.ways} onChange={set("ways")} fault={form.form.formState.errors.ways?.message} />
            <TextField<RuleForm>
              name="name"
              label="Name of the rule"
              placeholder={meantName}
              maxLength={LONGEST_NAME}
            />
          </div>
          <section
            aria-label="The rule"
            className="sticky top-0 grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-3 self-start border-l border-line pl-6 max-lg:border-l-0 max-lg:pl-0"
          >
            {choices.success ? (
              <>
                <p className="font-semibold">{ruleSentence(choices.data)}</p>
                <Trial logbookId={logbook.id} choices={JSON.stringify(choices.data)} />
              </>
            ) : (
              <p className="text-soft">{choices.error.issues[0]?.message}</p>
            )}
          </section>
        </div>
        <FormProblem problem={form.problem} />
      </Window>
    </FormParts>
  );
}

/** How often the rule would have called within the last day, as its choices stand. */
function Trial({ logbookId, choices }: { logbookId: number; choices: string }) {
  const settled = useSettled(choices, SETTLED_MS);
  const { data, error, isFetching } = useQuery({
    queryKey: ["alertTrial", logbookId, settled],
    queryFn: () =>
      ask(endpoints.tryAlertRule, { params: { logbookId }, body: alertChoicesSchema.parse(JSON.parse(settled)) }),
    placeholderData: (before: AlertTrial | undefined) => before,
    gcTime: 0,
  });
  if (error !== null) return <p className="text-stop">It could not be tried: {error.message}</p>;
  if (data === undefined) return <p className="text-soft">It is tried with what was announced within the last day.</p>;
  const { announcements, since, calls, busiest, newest } = data;
  return (
    <div
      role="status"
      aria-label="Trial"
      className={`grid grid-cols-[minmax(0,1fr)] gap-1.5 ${isFetching ? "opacity-60" : ""}`}
    >
      {announcements === 0 ? (
        <p className="text-soft">Nothing was announced within the last day: it cannot be tried.</p>
      ) : (
        <p>
          It would have called <b className="font-semibold">{many(calls, "time")}</b> since{" "}
          {since === null ? "" : shortTime(since, Number(since.slice(0, 4)))} UTC, of {count(announcements)}{" "}
          announcements, by the log as it is now{calls > 1 ? `; at most ${count(busiest)} within an hour` : ""}.
        </p>
      )}
      {busiest > MOST_AN_HOUR && (
        <p className="text-wanted">
          That is too often: a rule calls {MOST_AN_HOUR} times within an hour, and is then silent until the hour is
          over. Narrow it.
        </p>
      )}
      <ul aria-label="The last of them">
        {newest.slice(0, SHOWN).map((one) => (
          <li key={`${one.at} ${one.call} ${one.band}`} className="py-1">
            <span className="font-mono">{one.at.slice(11, 16)}</span>{" "}
            {one.worth !== null && <Mark kind={one.worth} label={one.worth} />}{" "}
            <span className="font-mono">{alertTitle(one)}</span>
            <span className="block truncate text-tiny text-soft" title={alertText(one)}>
              {alertText(one)}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The awards that are followed, and what the rule asks for already. */
function awardsOffered(awards: readonly AwardState[], asked: readonly string[]): string[] {
  const followed = awards
    .filter((one) => one.followed)
    .map(({ award, of }) => JSON.stringify({ award, item: null, name: of.name }));
  return [...new Set([...asked, ...followed])];
}

function startOf(rule: AlertRule | null): RuleForm {
  return {
    name: rule?.name ?? "",
    brings: [...(rule?.brings ?? ["fresh"])],
    awards: (rule?.awards ?? []).map((one) => JSON.stringify(one)),
    calls: (rule?.calls ?? []).join(" "),
    bands: [...(rule?.bands ?? [])],
    modeGroups: [...(rule?.modeGroups ?? [])],
    heardIn: [...(rule?.heardIn ?? [])],
    chance: rule?.chance ?? "fair",
    quiet: {
      by: rule?.quiet == null ? "nothing" : rule.quiet.zone === "UTC" ? "UTC" : "local",
      from: rule?.quiet?.from ?? "22:00",
      to: rule?.quiet?.to ?? "07:00",
    },
    once: rule?.once ?? "band",
    ways: [...(rule?.ways ?? ["page", "sound"])],
  };
}
