"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import { type Award, describeItem } from "@/core/award";
import { bandLabel, formatFrequency } from "@/core/band";
import { capital } from "@/core/capital";
import { alertRuleInputSchema, type Missing } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/awards";
import { fullTime } from "@/core/time/words";
import { useAlertDeeds } from "../alerts/useAlerts";
import { AskStationWindow } from "../confirm/AskStationWindow";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { TableHead } from "../kit/TableHead";
import { pickLater } from "../shell/siblings";
import { useLogbook } from "../shell/logbook";
import { looksKey } from "./awardKeys";
import { fold } from "./progress";

type Item = Missing["items"][number];
/** Of the name of a rule, letters. */
const LONGEST_NAME = 60;

/** What lacks of an award, the easiest first, with the way there: the band map, an alert, a question. */
export function MissingView({ award }: { award: Award }) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const queryKey = [...looksKey(logbook.id), "missing", award.id];
  const { data, error, refetch } = useQuery({
    queryKey,
    queryFn: () => ask(endpoints.awardMissing, { params: { logbookId: logbook.id, award: award.id } }),
  });
  const [search, setSearch] = useState("");
  const [asked, setAsked] = useState<NonNullable<Item["ask"]> | null>(null);
  const searchRef = useRef<HTMLInputElement>(null);
  useActions([{ id: "search", run: () => searchRef.current?.focus() }]);
  const shown = useMemo(() => {
    const wanted = fold(search);
    return (data?.items ?? []).filter(({ item }) => {
      const { name, note } = describeItem(award, item);
      return fold(name).includes(wanted) || fold(note).startsWith(wanted);
    });
  }, [award, data, search]);
  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  if (data === undefined) return <p className="p-8 text-soft">The whole log is looked through.</p>;
  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <div className="flex items-center gap-4 border-b border-line bg-panel px-4 py-1.5">
        <p>
          {data.total === 0
            ? `Nothing lacks: each ${award.one} is confirmed.`
            : `${many(data.total, award.one, award.many)} not confirmed`}
          {award.universe === null && data.total > 0 && (
            <span className="text-soft">, of those that were worked or announced</span>
          )}
        </p>
        <span className="flex-1" />
        <input
          ref={searchRef}
          className="field h-7 w-40 text-base"
          placeholder={`Search ${award.one}`}
          aria-label={`Search ${award.one}`}
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
      </div>
      <div className="min-h-0 overflow-auto" tabIndex={0} role="region" aria-label="What lacks">
        <table className="w-full bg-panel">
          <caption className="sr-only">What lacks of {award.name}, the easiest first</caption>
          <TableHead
            titles={[capital(award.one), "Announced within a day", "In the log", "Who could confirm", "Ways there"]}
          />
          <tbody>
            {shown.map((one) => (
              <Line key={one.item} award={award} missing={one} onAsk={setAsked} />
            ))}
          </tbody>
        </table>
        {shown.length === 0 && data.total > 0 && <p className="p-8 text-center text-soft">No {award.one} fits.</p>}
        {data.total > data.items.length && (
          <p className="px-4 py-2 text-soft">
            The easiest {count(data.items.length)} of {count(data.total)}.
          </p>
        )}
      </div>
      {asked !== null && (
        <AskStationWindow
          contact={{ id: asked.contactId, logbookId: asked.logbookId, call: asked.call, startedAt: asked.startedAt }}
          onClose={() => {
            setAsked(null);
            void client.invalidateQueries({ queryKey });
          }}
        />
      )}
    </div>
  );
}

interface LineProps {
  award: Award;
  missing: Item;
  onAsk: (asked: NonNullable<Item["ask"]>) => void;
}

function Line({ award, missing, onAsk }: LineProps) {
  const { item, contacts, heard, ask: question } = missing;
  const { name, note } = describeItem(award, item);
  const goTo = useBandMapOf();
  const alert = useAlertFor(award);
  return (
    <tr className="border-b border-line">
      <th scope="row" className="px-2 py-1 pl-3 text-left font-normal">
        <Mark kind={contacts > 0 ? "hold" : "fresh"} label={contacts > 0 ? "worked" : "never worked"} /> {name}{" "}
        {note !== "" && note !== name && <span className="font-mono text-soft">{note}</span>}
      </th>
      <td className="px-2 py-1">
        {heard !== null && (
          <>
            {many(heard.count, "time")}, last <span className="font-mono">{heard.call}</span> at{" "}
            <span className="font-mono">{heard.at.slice(11, 16)}</span> on{" "}
            <span className="font-mono">{formatFrequency(heard.frequencyHz)}</span> {heard.submode ?? heard.mode}
          </>
        )}
      </td>
      <td className="px-2 py-1 text-soft">{contacts > 0 && many(contacts, "contact")}</td>
      <td className="px-2 py-1">
        {question !== null && (
          <>
            <span className="font-mono">{question.call}</span> {bandLabel(question.band)}{" "}
            <span className="text-soft">
              {question.likely ?? "nothing known"}
              {question.askedAt !== null && `, asked ${fullTime(question.askedAt).slice(0, 10)}`}
            </span>
          </>
        )}
      </td>
      <td className="px-2 py-0.5 pr-4">
        <span className="flex justify-end gap-1.5">
          {heard !== null && (
            <Button small look="quiet" aria-label={`Band map: ${name}`} onClick={() => goTo(heard)}>
              Band map
            </Button>
          )}
          <Button small look="quiet" aria-label={`Alert: ${name}`} onClick={() => alert(item)}>
            Alert
          </Button>
          {question !== null && (
            <Button small look="quiet" aria-label={`Ask for ${name}`} onClick={() => onAsk(question)}>
              Ask
            </Button>
          )}
        </span>
      </td>
    </tr>
  );
}

/** Has one called when a station is announced that brings an item. */
function useAlertFor(award: Award) {
  const { logbook } = useLogbook();
  const router = useRouter();
  const { keep } = useAlertDeeds(logbook.id);
  return (item: string) => {
    const name = `${award.name}: ${describeItem(award, item).name}`;
    const rule = alertRuleInputSchema.parse({
      name: name.slice(0, LONGEST_NAME),
      brings: ["fresh", "wanted", "hold"],
      awards: [{ award: award.id, item, name }],
      ways: ["page", "sound"],
    });
    keep.mutate(
      { ...rule, id: null },
      {
        onSuccess: () =>
          toast.success(`You are called for ${name}.`, {
            action: { label: "See the rules", onClick: () => router.push("/airwaves?tab=alerts") },
          }),
        onError: (error) => toast.error(error.message),
      },
    );
  };
}

/** Shows a station on the band map, with its call typed and the radio on its frequency. */
function useBandMapOf(): (heard: NonNullable<Item["heard"]>) => void {
  const router = useRouter();
  return (heard) => {
    pickLater({ ...heard, listensHz: null });
    router.push("/airwaves?tab=band-map");
  };
}
