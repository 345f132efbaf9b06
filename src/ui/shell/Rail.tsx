"use client";

import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from "@headlessui/react";
import { ChevronDown, Moon, Search, Sun } from "lucide-react";
import Link from "next/link";
import { serviceById } from "@/core/confirm";
import { useActions, useRun } from "../kit/actions";
import { useKeysOf } from "../kit/changedKeys";
import { count, many } from "../kit/format";
import { PersonMenu } from "../people/PersonMenu";
import { BackupWarning } from "./BackupWarning";
import { Clock } from "./Clock";
import { JobsMenu } from "./JobsMenu";
import { useLogbook } from "./logbook";
import { RadioRail } from "./RadioRail";
import type { Themed } from "./theme";
import { useOutboxes } from "./useOutboxes";

/** What one always wants to see: log, site, time, radio, outbox, running jobs. */
export function Rail({ theme }: { theme: Themed }) {
  const { logbook, connected } = useLogbook();
  const paletteKeys = useKeysOf("palette");
  const run = useRun();
  const outboxes = useOutboxes(logbook.id);
  useActions([{ id: "theme", label: theme.theme === "day" ? "Night theme" : "Day theme", run: theme.toggle }]);
  const waiting = outboxes.reduce((sum, outbox) => sum + outbox.waiting, 0);
  const each = outboxes
    .filter((outbox) => outbox.waiting > 0)
    .map((outbox) => `${count(outbox.waiting)} for ${serviceById(outbox.service).name}`)
    .join(", ");
  const paused = outboxes.filter(({ pause }) => pause !== null).map(({ service }) => serviceById(service).name);
  return (
    <header className="col-span-full flex print:hidden items-center gap-x-5 border-b border-line bg-panel pr-3 max-lg:gap-x-3 max-md:min-h-12 max-md:flex-wrap max-sm:px-3 max-sm:py-1.5">
      <Link href="/desk" aria-label="Ypsiloid, to the Desk" className="grid w-[68px] place-items-center max-sm:w-8">
        <svg
          width="26"
          height="26"
          viewBox="0 0 26 26"
          fill="none"
          className="stroke-signal"
          strokeWidth="2.6"
          strokeLinecap="round"
          aria-hidden
        >
          <path d="M5 4c0 7 8 6 8 13v5M21 4c0 7-8 6-8 13" />
        </svg>
      </Link>
      <LogbookMenu />
      <button
        type="button"
        title="The site in use: choose or change it"
        aria-label={`Site: ${logbook.site.name}, ${logbook.site.call} in ${logbook.site.grid}`}
        onClick={() => run("sites")}
        className="truncate rounded-field px-1 text-soft hover:text-signal max-lg:hidden"
      >
        <span className="max-2xl:hidden">{logbook.site.name}, </span>
        <span className="font-mono">{logbook.site.call}</span> in <span className="font-mono">{logbook.site.grid}</span>
      </button>
      <span className="flex-1" />
      <Clock />
      <span className="flex-1 max-sm:hidden" />
      <RadioRail />
      {!connected && (
        <span role="status" className="rounded-field bg-stop-wash px-2 py-1 font-semibold text-stop">
          Server not reached
        </span>
      )}
      <BackupWarning />
      <Link
        href="/confirm"
        className="whitespace-nowrap text-soft hover:text-signal"
        aria-label={`Outbox: ${count(waiting)} waiting${each === "" ? "" : `, ${each}`}${paused.length > 0 ? `, paused: ${paused.join(", ")}` : ""}`}
        title={each || "Nothing waits to be sent"}
      >
        Outbox <b className="font-semibold text-ink">{outboxes.length === 0 ? "–" : count(waiting)}</b>
        {paused.length > 0 && <span className="ml-1 text-stop">{paused.join(", ")} paused</span>}
      </Link>
      <JobsMenu />
      <PersonMenu />
      <span className="ml-auto flex items-center gap-1 max-sm:hidden">
        <IconButton
          label={paletteKeys === undefined ? "Find an action" : `Find an action (${paletteKeys})`}
          onClick={() => run("palette")}
        >
          <Search size={17} aria-hidden />
        </IconButton>
        <IconButton label={theme.theme === "day" ? "Night theme" : "Day theme"} onClick={theme.toggle}>
          {theme.theme === "day" ? <Moon size={17} aria-hidden /> : <Sun size={17} aria-hidden />}
        </IconButton>
      </span>
    </header>
  );
}

function IconButton({ label, onClick, children }: { label: string; onClick: () => void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      onClick={onClick}
      className="grid size-8 place-items-center rounded-field text-soft hover:bg-signal-wash hover:text-signal"
    >
      {children}
    </button>
  );
}

function LogbookMenu() {
  const { logbook, logbooks, choose } = useLogbook();
  const label = (
    <>
      <b className="truncate font-semibold">{logbook.name}</b>{" "}
      <span className="whitespace-nowrap text-faint max-md:hidden">{many(logbook.contactCount, "contact")}</span>
    </>
  );
  if (logbooks.length < 2) return <span className="flex min-w-0 items-baseline gap-2">{label}</span>;
  return (
    <Listbox value={logbook.id} onChange={choose}>
      <ListboxButton
        className="flex min-w-0 items-center gap-2 rounded-field px-1 hover:text-signal"
        aria-label={`Logbook: ${logbook.name}`}
      >
        {label}
        <ChevronDown size={14} aria-hidden />
      </ListboxButton>
      <ListboxOptions
        anchor="bottom start"
        className="z-50 min-w-56 rounded-field border border-line bg-panel p-1 shadow-lg"
      >
        {logbooks.map((entry) => (
          <ListboxOption
            key={entry.id}
            value={entry.id}
            className="flex justify-between gap-6 rounded-[3px] px-2 py-1.5 data-focus:bg-signal-wash"
          >
            <span>{entry.name}</span>
            <span className="font-mono text-soft">{entry.site.call}</span>
          </ListboxOption>
        ))}
      </ListboxOptions>
    </Listbox>
  );
}
