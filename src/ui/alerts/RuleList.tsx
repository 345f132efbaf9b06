"use client";

import Link from "next/link";
import { MOST_AN_HOUR, ruleSentence } from "@/core/alert";
import type { AlertRule, AlertState } from "@/core/contract";
import { Button } from "../kit/Button";
import { many } from "../kit/format";
import { useLogbook } from "../shell/logbook";
import { useLinks } from "../shell/useLinks";
import { useAlertDeeds } from "./useAlerts";

interface RuleListProps {
  state: AlertState;
  onEdit: (rule: AlertRule | "new") => void;
}

/** The rules as sentences, and who is silent. */
export function RuleList({ state: { rules, snoozes, off }, onEdit }: RuleListProps) {
  const { logbook } = useLogbook();
  const { snooze, wake } = useAlertDeeds(logbook.id);
  const { links, loaded } = useLinks();
  const isLinked = links.some(({ role, on }) => role === "spots" && on);
  return (
    <section
      aria-label="Rules"
      className="min-h-0 overflow-auto border-r border-line @max-[860px]:border-r-0 @max-[860px]:border-b"
    >
      <header className="flex flex-wrap items-center gap-2 border-b border-line px-4 py-2">
        <h2 className="font-semibold">Rules</h2>
        <span className="flex-1" />
        {rules.length > 0 && (
          <Button small onClick={() => snooze.mutate({ minutes: 60 })}>
            Silence all for an hour
          </Button>
        )}
        <Button small look="act" onClick={() => onEdit("new")}>
          Add a rule
        </Button>
      </header>
      {off !== null && <p className="border-b border-line px-4 py-2 text-wanted">{off}: nobody calls you.</p>}
      {off === null && loaded && !isLinked && (
        <p className="border-b border-line px-4 py-2 text-wanted">
          No spot network is linked and on, so nobody can call you.{" "}
          <Link href="/station?page=links" className="text-signal underline">
            Add one in Station
          </Link>
          .
        </p>
      )}
      {snoozes.length > 0 && (
        <ul aria-label="Silences" className="divide-y divide-line border-b border-line bg-raised">
          {snoozes.map(({ id, ruleId, base, until }) => (
            <li key={id} className="flex items-center gap-2 px-4 py-1.5">
              <span className="min-w-0 flex-1">
                Silent until {until.slice(11, 16)} UTC:{" "}
                <b className="font-semibold">
                  {base ??
                    rules.find((rule) => rule.id === ruleId)?.name ??
                    (ruleId === null ? "all alerts" : "a rule")}
                </b>
              </span>
              <Button small onClick={() => wake.mutate(id)}>
                End it
              </Button>
            </li>
          ))}
        </ul>
      )}
      {rules.length === 0 ? (
        <p className="px-4 py-6 text-soft">
          No rule yet. A rule calls you when a station is announced that you wait for: on every page, by a sound, by
          voice, on the desktop or by e-mail.
        </p>
      ) : (
        <ul aria-label="Rules" className="divide-y divide-line">
          {rules.map((rule) => (
            <RuleLine key={rule.id} rule={rule} onEdit={onEdit} />
          ))}
        </ul>
      )}
    </section>
  );
}

function RuleLine({ rule: told, onEdit }: { rule: AlertState["rules"][number]; onEdit: (rule: AlertRule) => void }) {
  const { lately, silentUntil, ...rule } = told;
  const { id, name, on } = rule;
  const { logbook } = useLogbook();
  const { turn, remove, snooze } = useAlertDeeds(logbook.id);
  return (
    <li className="grid gap-1 px-4 py-2.5">
      <p className="flex flex-wrap items-baseline gap-x-3">
        <b className={`font-semibold ${on ? "" : "text-soft"}`}>{name}</b>
        {!on && <span className="text-soft">turned off</span>}
        {on && silentUntil === null && lately > 0 && (
          <span className="text-soft">{many(lately, "call")} within the hour</span>
        )}
      </p>
      <p className="text-soft">{ruleSentence(rule)}</p>
      {on && silentUntil !== null && (
        <p className="text-wanted">
          It called {MOST_AN_HOUR} times within an hour, and is silent until {silentUntil.slice(11, 16)} UTC: narrow it.
        </p>
      )}
      <span className="flex flex-wrap gap-2 pt-0.5">
        <Button small disabled={turn.isPending} onClick={() => turn.mutate({ ...rule, on: !on })}>
          {on ? "Turn off" : "Turn on"}
          <span className="sr-only"> {name}</span>
        </Button>
        <Button small onClick={() => onEdit(rule)}>
          Change
          <span className="sr-only"> {name}</span>
        </Button>
        {on && (
          <Button small onClick={() => snooze.mutate({ ruleId: id, minutes: 60 })}>
            Silence for an hour
            <span className="sr-only"> {name}</span>
          </Button>
        )}
        <Button small disabled={remove.isPending} onClick={() => remove.mutate(rule)}>
          Remove
          <span className="sr-only"> {name}</span>
        </Button>
      </span>
    </li>
  );
}
