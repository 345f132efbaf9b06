"use client";

import { useMutation } from "@tanstack/react-query";
import { ArrowDown, ArrowUp } from "lucide-react";
import { useState } from "react";
import { toast } from "sonner";
import type { Directory } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/directories";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { DirectoryWindow } from "./DirectoryWindow";
import { useDirectories } from "./useDirectories";

/** The directories in the order in which they are asked: how each stands, and where it is set up. */
export function DirectoryList() {
  const { data, error, refetch } = useDirectories();
  const [setting, setSetting] = useState<string | null>(null);
  const order = useMutation({
    mutationFn: (ids: string[]) => ask(endpoints.orderDirectories, { body: { ids } }),
    onError: (problem) => toast.error(problem.message),
  });
  if (error !== null) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  if (data === undefined) return <p className="p-4 text-soft">Loading</p>;
  const { items } = data;
  const ids = items.map(({ id }) => id);
  const chosen = items.find(({ id }) => id === setting);

  function move(from: number, to: number): void {
    const next = [...ids];
    next.splice(to, 0, ...next.splice(from, 1));
    order.mutate(next);
  }

  return (
    <section aria-label="Directories" className="p-4">
      <p className="max-w-[80ch] pb-2 text-soft">
        They are asked from top to bottom, of whoever is typed: the next one where those before do not say who and where
        a station is. What is said first is believed first.
      </p>
      <ol aria-label="Directories" className="divide-y divide-line border border-line bg-panel">
        {items.map((directory, index) => (
          <DirectoryLine
            key={directory.id}
            directory={directory}
            place={index + 1}
            onSet={() => setSetting(directory.id)}
            onUp={index === 0 ? null : () => move(index, index - 1)}
            onDown={index === items.length - 1 ? null : () => move(index, index + 1)}
          />
        ))}
      </ol>
      {chosen !== undefined && <DirectoryWindow directory={chosen} onClose={() => setSetting(null)} />}
    </section>
  );
}

interface DirectoryLineProps {
  directory: Directory;
  place: number;
  onSet: () => void;
  /** Null where it cannot go further. */
  onUp: (() => void) | null;
  onDown: (() => void) | null;
}

function DirectoryLine({ directory, place, onSet, onUp, onDown }: DirectoryLineProps) {
  const { id, name, about, isUsed } = directory;
  const use = useMutation({
    mutationFn: () => ask(endpoints.changeDirectory, { params: { directory: id }, body: { isUsed: !isUsed } }),
    onError: (problem) => toast.error(problem.message),
  });
  const arrows = [
    { label: `Ask ${name} earlier`, Icon: ArrowUp, run: onUp },
    { label: `Ask ${name} later`, Icon: ArrowDown, run: onDown },
  ];
  return (
    <li className="flex flex-wrap items-start gap-x-3 gap-y-1 px-3 py-2.5">
      <span className="w-5 text-right font-mono text-soft">{place}</span>
      <div className="min-w-0 flex-1 basis-80">
        <b className="font-semibold">{name}</b> <span className="text-soft">{about}</span>
        <p role="status">
          <State directory={directory} />
        </p>
      </div>
      <span className="flex gap-2">
        {arrows.map(({ label, Icon, run }) => (
          <Button key={label} small aria-label={label} disabled={run === null} onClick={() => run?.()}>
            <Icon size={14} aria-hidden />
          </Button>
        ))}
        <Button small disabled={use.isPending} onClick={() => use.mutate()}>
          {isUsed ? "Ask no more" : "Ask"}
          <span className="sr-only"> {name}</span>
        </Button>
        <Button small onClick={onSet}>
          Test, change
          <span className="sr-only"> {name}</span>
        </Button>
      </span>
    </li>
  );
}

function State({ directory: { isUsed, rest, asked, listed, askedAt } }: { directory: Directory }) {
  const kept =
    askedAt === null
      ? "not asked yet"
      : `${many(asked, "station")} asked for, ${count(listed)} listed, last on ${fullTime(askedAt)} UTC`;
  if (!isUsed) return `Not asked, and not believed; ${kept}`;
  if (rest === null) return kept[0]!.toUpperCase() + kept.slice(1);
  return (
    <>
      <span className="text-stop">
        Left alone until {fullTime(rest.until)} UTC: {rest.why}
      </span>
      ; {kept}
    </>
  );
}
