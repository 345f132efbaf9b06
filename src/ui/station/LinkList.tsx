"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { formatFrequency } from "@/core/band";
import type { Link, LinkKindInfo } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/links";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { LINK_PHASES } from "../shell/linkPhases";
import { useRadio } from "../shell/radio";
import { useLinks } from "../shell/useLinks";
import { LinkWindow } from "./LinkWindow";

/** The links to devices and programs: how each is getting on, and where they are added, tested, changed and removed. */
export function LinkList() {
  const { links, loaded, error, refetch } = useLinks();
  const kinds = useQuery({ queryKey: ["links", "kinds"], queryFn: () => ask(endpoints.linkKinds), staleTime: 0 });
  const [editing, setEditing] = useState<Link | "new" | null>(null);
  useActions([{ id: "addLink", label: "Add a link to a radio, a keyer or a program", run: () => setEditing("new") }]);
  const known = kinds.data?.items ?? [];

  if (error !== null && !loaded) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  return (
    <section aria-label="Links">
      {loaded && links.length === 0 && (
        <p className="p-4 text-soft">
          No link yet. Add your radio, and the log knows frequency, mode and power; add a keyer, and messages go out in
          Morse and RTTY.
        </p>
      )}
      {links.length > 0 && (
        <ul aria-label="Links" className="m-4 divide-y divide-line border border-line bg-panel">
          {links.map((link) => (
            <LinkLine key={link.id} link={link} kinds={known} onChange={() => setEditing(link)} />
          ))}
        </ul>
      )}
      <div className="px-4 pb-4">
        <Button small look="act" disabled={known.length === 0} onClick={() => setEditing("new")}>
          Add a link
        </Button>
      </div>
      {editing !== null && known.length > 0 && (
        <LinkWindow
          key={editing === "new" ? "new" : editing.id}
          link={editing === "new" ? null : editing}
          kinds={known}
          onClose={() => setEditing(null)}
        />
      )}
    </section>
  );
}

function LinkLine({ link, kinds, onChange }: { link: Link; kinds: readonly LinkKindInfo[]; onChange: () => void }) {
  const followed = useRadio((radio) => (radio.link?.id === link.id ? radio.state : null));
  const change = useMutation({
    mutationFn: (on: boolean) => ask(endpoints.changeLink, { params: { linkId: link.id }, body: { on } }),
    onSuccess: ({ name, on }) => toast.success(`${name} is turned ${on ? "on" : "off"}.`),
    onError: (problem) => toast.error(problem.message),
  });
  const restore = useMutation({
    mutationFn: ({ id, kind, name, on, settings }: Link) =>
      ask(endpoints.addLink, { body: { kind, name, on, settings, secretsOf: id } }),
    onError: (problem) => toast.error(problem.message),
  });
  const remove = useMutation({
    mutationFn: () => ask(endpoints.removeLink, { params: { linkId: link.id } }),
    onSuccess: () =>
      toast.success(`${link.name} is removed.`, { action: { label: "Undo", onClick: () => restore.mutate(link) } }),
    onError: (problem) => toast.error(problem.message),
  });
  const { mark, label, look } = LINK_PHASES[link.phase];
  const counted = Object.entries(link.counts).flatMap(([what, number]) =>
    number === 0 ? [] : [`${count(number)} ${what}`],
  );
  const state = followed ?? link.radio?.state;
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 px-3 py-2.5">
      <span className="grid w-52 min-w-0">
        <b className="truncate font-semibold">{link.name}</b>
        <span className="truncate text-soft">{kinds.find(({ id }) => id === link.kind)?.label ?? link.kind}</span>
      </span>
      <span role="status" className="grid min-w-0 flex-1 basis-80">
        <span className={`font-semibold ${look}`}>
          <Mark kind={mark} /> {label}
          {state?.frequencyHz != null && (
            <span className="font-normal text-soft">
              , <span className="font-mono">{formatFrequency(state.frequencyHz)}</span> kHz {state.mode}
            </span>
          )}
          {link.retryAt !== null && (
            <span className="font-normal text-soft">, tried again at {link.retryAt.slice(11, 19)} UTC</span>
          )}
        </span>
        {counted.length > 0 && <span className="text-soft">{counted.join(", ")}</span>}
        {link.text !== null && <span className="text-soft">{link.text}</span>}
      </span>
      <span className="flex gap-2">
        <Button small disabled={change.isPending} onClick={() => change.mutate(!link.on)}>
          {link.on ? "Turn off" : "Turn on"}
          <span className="sr-only"> {link.name}</span>
        </Button>
        <Button small disabled={kinds.length === 0} onClick={onChange}>
          Test, change
          <span className="sr-only"> {link.name}</span>
        </Button>
        <Button small disabled={remove.isPending} onClick={() => remove.mutate()}>
          Remove
          <span className="sr-only"> {link.name}</span>
        </Button>
      </span>
    </li>
  );
}
