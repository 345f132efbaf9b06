"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { toast } from "sonner";
import type { Link, TextLine } from "@/core/contract";
import * as links from "@/core/contract/endpoints/links";
import * as endpoints from "@/core/contract/endpoints/spots";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { Field } from "../kit/Field";
import { LoadFailure } from "../kit/LoadFailure";
import { useLive } from "../kit/useLive";
import { Window } from "../kit/Window";

const MOST = 500;

interface NetworkWindowProps {
  networks: readonly Link[];
  onClose: () => void;
}

/** What goes between us and a spot network, as it goes, and a line to say something. */
export function NetworkWindow({ networks, onClose }: NetworkWindowProps) {
  const [chosen, setChosen] = useState(networks[0]?.id ?? null);
  const network = networks.find(({ id }) => id === chosen) ?? networks[0];
  const client = useQueryClient();
  const queryKey = ["links", "lines", network?.id];
  const { data, error, refetch } = useQuery({
    queryKey,
    queryFn: () => ask(endpoints.linkLines, { params: { linkId: network!.id } }),
    enabled: network !== undefined,
    staleTime: 0,
  });
  useLive((event) => {
    if (event.type !== "link" || event.linkId !== network?.id || event.news?.is !== "line") return;
    const { line } = event.news;
    client.setQueryData<{ items: TextLine[] }>(
      queryKey,
      (before) => before && { items: [...before.items, line].slice(-MOST) },
    );
  });
  const [text, setText] = useState("");
  const end = useRef<HTMLDivElement>(null);
  const lines = data?.items ?? [];
  useEffect(() => {
    end.current?.scrollIntoView({ block: "end" });
  }, [lines.length]);

  function send() {
    if (network === undefined || text.trim() === "") return;
    ask(links.commandLink, { params: { linkId: network.id }, body: { do: "say", text } }).then(
      () => setText(""),
      (problem: Error) => toast.error(problem.message),
    );
  }

  return (
    <Window
      title="Spot network"
      about="As it goes: what comes from it, and behind > what was said to it."
      width={900}
      onClose={onClose}
      onSubmit={send}
      buttons={
        <>
          <Button onClick={onClose}>Close</Button>
          <Button type="submit" look="act" disabled={network === undefined || text.trim() === ""}>
            Say it
          </Button>
        </>
      }
    >
      {networks.length === 0 && <p className="text-soft">No spot network is linked yet: add one in Station.</p>}
      {networks.length > 1 && (
        <Choice label="Network" value={network?.id} onChange={({ target }) => setChosen(Number(target.value))}>
          {networks.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Choice>
      )}
      {error !== null && <LoadFailure text={error.message} onRetry={() => void refetch()} />}
      {network !== undefined && (
        <div
          role="log"
          aria-label={`Text of ${network.name}`}
          // It is scrolled by keys, too.
          tabIndex={0}
          className="h-[46vh] overflow-auto border border-line bg-raised p-2 font-mono text-tiny whitespace-pre-wrap"
        >
          {lines.length === 0 && <p className="text-soft">Nothing was said yet.</p>}
          {lines.map(({ sent, text: said }, index) => (
            // Lines have no other name than their place.
            <p key={index} className={sent ? "font-semibold text-signal" : ""}>
              {sent ? `> ${said}` : said}
            </p>
          ))}
          <div ref={end} />
        </div>
      )}
      {network !== undefined && (
        <Field
          label={`Say to ${network.name}`}
          mono
          autoFocus
          value={text}
          maxLength={300}
          onChange={({ target }) => setText(target.value)}
        />
      )}
    </Window>
  );
}
