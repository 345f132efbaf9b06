"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { toast } from "sonner";
import { z } from "zod";
import {
  type AwardRules,
  type AwardRulesInput,
  awardRulesSchema,
  checkAwardRules,
  describeItem,
  ownAwards,
} from "@/core/award";
import * as endpoints from "@/core/contract/endpoints/awards";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { faultLines } from "../kit/faultLines";
import { count, many } from "../kit/format";
import { CheckedEditor } from "../kit/json/CheckedEditor";
import type { JsonFault } from "../kit/json/JsonEditor";
import { parseTyped, pathOf } from "../kit/json/parseTyped";
import { type JsonSchema, withoutDefaults } from "../kit/json/schemaAt";
import { Mark } from "../kit/Mark";
import { saveJson } from "../kit/saveJson";
import { useSettled } from "../kit/useSettled";
import { Window } from "../kit/Window";
import { useLogbook } from "../shell/logbook";
import { progressKey } from "./awardKeys";
import { AwardRulesForm } from "./AwardRulesForm";
import type { AwardState } from "./useAwards";

const SCHEMA = z.toJSONSchema(awardRulesSchema, { io: "input", unrepresentable: "any" }) as JsonSchema;
const SETTLED_MS = 500;

interface AwardRulesWindowProps {
  start: AwardRulesInput;
  awards: readonly AwardState[];
  onClose: () => void;
  onKept: (award: string) => void;
  onRemoved: () => void;
}

/** An award of one's own as text and as a form, checked as it is typed, with what it counts in the log. */
export function AwardRulesWindow({ start, awards, onClose, onKept, onRemoved }: AwardRulesWindowProps) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const [text, setText] = useState(() => JSON.stringify(withoutDefaults(SCHEMA, start), null, 2));
  const [begun] = useState(text);
  const [leaving, setLeaving] = useState(false);
  const own = useMemo(() => awards.flatMap(({ rules }) => rules ?? []), [awards]);
  const read = useMemo(() => readTyped(text, own), [text, own]);
  const params = { logbookId: logbook.id };
  const kept = own.find(({ id }) => id === start.id);
  const refresh = () => client.invalidateQueries({ queryKey: progressKey(logbook.id) });
  const keep = useMutation({
    mutationFn: () => ask(endpoints.keepAward, { params, body: read.rules }),
    onSuccess: async ({ award }) => {
      await refresh();
      onKept(award);
    },
  });
  const remove = useMutation({
    mutationFn: (rules: AwardRules) => ask(endpoints.removeAward, { params: { ...params, award: rules.id } }),
    onSuccess: async (_, rules) => {
      await refresh();
      const back = () => ask(endpoints.keepAward, { params, body: rules }).then(refresh, sayFailure);
      toast(`${rules.name} is removed.`, { action: { label: "Undo", onClick: () => void back() } });
      onRemoved();
    },
  });
  const leave = () => (text === begun || leaving ? onClose() : setLeaving(true));
  const change = (changed: string) => {
    setText(changed);
    setLeaving(false);
  };
  const problem = keep.error ?? remove.error;
  return (
    <Window
      title={read.rules?.name ?? "An award of your own"}
      about="Which contacts count, and what of them. What each line means stands in docs/award-rules.md."
      width={1180}
      onClose={leave}
      buttons={
        <>
          <Button onClick={() => saveJson(`${read.rules?.id ?? "award"}.json`, text)}>Save as a file</Button>
          {kept !== undefined && (
            <Button disabled={remove.isPending} onClick={() => remove.mutate(kept)}>
              Remove
            </Button>
          )}
          <span role="status" className="flex-1 self-center text-wanted">
            {leaving && "What was changed is not kept: close once more to leave it."}
          </span>
          <Button autoFocus onClick={leave}>
            Close
          </Button>
          <Button look="act" disabled={read.rules === null || keep.isPending} onClick={() => keep.mutate()}>
            Keep the award
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[minmax(0,1fr)_460px] gap-5 max-lg:grid-cols-1">
        <CheckedEditor
          label="Award, JSON"
          value={text}
          onChange={change}
          schema={SCHEMA}
          faults={read.faults}
          sound="The award is sound."
        >
          {problem !== null &&
            faultLines(problem).map((fault) => (
              <p key={fault} role="alert" className="break-words text-stop">
                {fault}
              </p>
            ))}
        </CheckedEditor>
        <div className="grid content-start gap-4">
          {read.data === null ? (
            <p className="text-soft">The text is no JSON at the moment: mend that first.</p>
          ) : (
            <AwardRulesForm
              data={read.data}
              awards={awards}
              onChange={(data) => change(JSON.stringify(data, null, 2))}
            />
          )}
          <TryOut rules={read.rules} own={own} />
        </div>
      </div>
    </Window>
  );
}

const sayFailure = (error: unknown) => void toast.error(error instanceof Error ? error.message : String(error));

/** What the award would count in the log as it stands. */
function TryOut({ rules, own }: { rules: AwardRules | null; own: readonly AwardRules[] }) {
  const { logbook } = useLogbook();
  const typed = rules === null ? "" : JSON.stringify(rules);
  const body = useSettled(typed, SETTLED_MS);
  const { data, error, isFetching } = useQuery({
    queryKey: ["awardTrial", logbook.id, body],
    queryFn: () => ask(endpoints.tryAward, { params: { logbookId: logbook.id }, body: JSON.parse(body) as unknown }),
    enabled: body !== "",
    placeholderData: (before) => before,
    gcTime: 0,
  });
  const isStale = isFetching || body !== typed;
  const award = useMemo(() => {
    if (rules === null) return undefined;
    return ownAwards([...own.filter(({ id }) => id !== rules.id), rules]).find(({ id }) => id === rules.id);
  }, [rules, own]);
  return (
    <section
      aria-label="Try it"
      aria-busy={isStale}
      className={`grid content-start gap-1.5 ${isStale ? "opacity-60" : ""}`}
    >
      <h3 className="heading">In the log as it is</h3>
      {rules === null && <p className="text-soft">It is tried as soon as it is sound.</p>}
      {error !== null && <p className="text-stop">{error.message}</p>}
      {rules !== null && data === undefined && error === null && (
        <p className="text-soft">The log is looked through.</p>
      )}
      {data !== undefined && award !== undefined && (
        <>
          <p role="status">
            {many(data.contacts, "contact")} would count:{" "}
            <b className="font-semibold">
              {count(data.worked)} {data.worked === 1 ? award.one : award.many} worked, {count(data.confirmed)}{" "}
              confirmed
            </b>
            {award.universe !== null && `, of ${count(award.universe.filter(({ deleted }) => !deleted).length)}`}.
          </p>
          <ul
            aria-label="Those with the most contacts"
            tabIndex={0}
            className="grid max-h-40 auto-rows-max grid-cols-2 gap-x-4 overflow-auto"
          >
            {data.items.map(({ item, contacts, confirmed }) => (
              <li key={item} className="flex items-center gap-1.5 truncate">
                <Mark kind={confirmed ? "safe" : "hold"} label={confirmed ? "confirmed" : "worked"} />
                <span className="truncate">{describeItem(award, item).name}</span>
                <span className="text-soft">{count(contacts)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

/** An award as it is typed: whole, or what is wrong with it and where. */
function readTyped(
  text: string,
  own: readonly AwardRules[],
): {
  readonly rules: AwardRules | null;
  /** What was typed, where it is JSON of an object. */
  readonly data: Readonly<Record<string, unknown>> | null;
  readonly faults: readonly JsonFault[];
} {
  const read = parseTyped(text);
  if (!read.ok) return { rules: null, data: null, faults: [read.fault] };
  const object = z.record(z.string(), z.unknown()).safeParse(read.data);
  const data = object.success ? object.data : null;
  const checked = checkAwardRules(read.data, own);
  if (checked.ok) return { rules: checked.value, data, faults: [] };
  const faults = checked.faults.map(({ field, text: said }) => ({ at: pathOf(field), text: `${field}: ${said}` }));
  return { rules: null, data, faults };
}
