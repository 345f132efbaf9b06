"use client";

import { KEYMAP } from "../kit/keymap";
import { useChangedKeys } from "../kit/changedKeys";
import { useAllActions, useRun } from "../kit/actions";
import { Button } from "../kit/Button";
import { many } from "../kit/format";

/** What is set in this browser, and where it is changed. */
export function SettingsPage() {
  const run = useRun();
  const changed = Object.keys(useChangedKeys()).length;
  const theme = useAllActions().find(({ id }) => id === "theme")?.label;
  return (
    <section aria-label="Keys and settings" className="p-4">
      <dl className="divide-y divide-line border border-line bg-panel">
        <Setting
          name="Keys"
          state={`${many(KEYMAP.length, "key")}, ${changed === 0 ? "all as shipped" : `${changed} changed`}`}
        >
          <Button small onClick={() => run("changeKeys")}>
            Change the keys
          </Button>
        </Setting>
        <Setting name="Theme" state="By day or by night, kept in this browser">
          <Button small onClick={() => run("theme")}>
            {theme}
          </Button>
        </Setting>
      </dl>
      <p className="pt-3 text-soft">
        What goes for everybody who uses a logbook, as reports and distances, is set in Logbooks.
      </p>
    </section>
  );
}

function Setting({ name, state, children }: { name: string; state: string; children: React.ReactNode }) {
  return (
    <div className="flex items-center gap-3 px-3 py-2">
      <dt className="w-32 font-semibold">{name}</dt>
      <dd className="flex flex-1 items-center gap-3">
        <span className="flex-1 text-soft">{state}</span>
        {children}
      </dd>
    </div>
  );
}
