"use client";

import { useMutation, useQueries, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { creditKey } from "@/core/award";
import { bandLabel } from "@/core/band";
import type { Claim, HeldCredit } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/credits";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Field } from "../kit/Field";
import { many } from "../kit/format";
import { Mark, type MarkKind } from "../kit/Mark";
import { TableHead } from "../kit/TableHead";
import { useNow } from "../kit/useNow";
import { useLogbook } from "../shell/logbook";
import { creditsKey, progressKey } from "./awardKeys";
import { ContactCall } from "./ContactCall";
import { creditsText } from "./creditWords";
import { GRANTORS } from "./useAccount";
import type { AwardState } from "./useAwards";

const CREDIT_MARKS: Readonly<Record<HeldCredit["state"], MarkKind>> = {
  claimed: "claimed",
  granted: "granted",
  refused: "fault",
};

const collator = new Intl.Collator("en", { numeric: true });

interface ClaimViewProps {
  claim: Claim;
  awards: readonly AwardState[];
  onChanged: () => void;
}

/** A claim as it was made, for the record and for printing, and what became of it. */
export function ClaimView({ claim, awards, onChanged }: ClaimViewProps) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const today = useNow()?.slice(0, 10) ?? "";
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [reason, setReason] = useState("");
  const params = { logbookId: logbook.id };
  const { credits, error } = useQueries({
    queries: claim.awards.map((award) => ({
      queryKey: creditsKey(logbook.id, award),
      queryFn: () => ask(endpoints.awardCredits, { params: { ...params, award } }),
    })),
    combine: (answers) => ({
      credits: answers
        .flatMap(({ data }) => data?.items ?? [])
        .filter((one) => one.claim === claim.number)
        .map((credit) => ({ ...credit, text: creditsText([credit], awards) }))
        .sort((a, b) => collator.compare(a.text, b.text)),
      error: answers.find((one) => one.error !== null)?.error ?? null,
    }),
  });
  const waiting = credits.filter(({ state }) => state === "claimed");
  const grantor = GRANTORS.find(({ id }) => id === waiting[0]?.source);
  const meant = picked.length === 0 ? waiting : waiting.filter((one) => picked.includes(creditKey(one)));
  const say = useMutation({
    mutationFn: (state: "granted" | "refused") =>
      ask(endpoints.claimOutcome, {
        params,
        body: {
          ...{ number: claim.number, state, day: today, reason: state === "refused" ? reason : null },
          credits: meant.map(({ award, item, on }) => ({ award, item, on })),
        },
      }),
    onSuccess: async () => {
      setPicked([]);
      setReason("");
      for (const award of claim.awards) await client.invalidateQueries({ queryKey: creditsKey(logbook.id, award) });
      await client.invalidateQueries({ queryKey: progressKey(logbook.id) });
      onChanged();
    },
    onError: (fault) => toast.error(fault.message),
  });
  return (
    <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] print:block">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2 border-b border-line px-4 py-2">
        <p className="self-center">
          <b className="font-semibold">{`Claim ${claim.number}`}</b>
          <span className="text-soft">
            {claim.day !== null && `, ${claim.day}`}, {many(credits.length, "credit")} of{" "}
            {many(claim.contacts, "contact")}
          </span>
        </p>
        <span className="flex-1" />
        {waiting.length > 0 && grantor !== undefined && (
          <p className="self-center text-soft print:hidden">
            {grantor.name} works on it: what it decides comes with the next fetch of its account.
          </p>
        )}
        {waiting.length > 0 && grantor === undefined && (
          <div className="flex items-end gap-2 print:hidden">
            <Field
              label="Why it was refused"
              wrapperClassName="w-56"
              maxLength={500}
              value={reason}
              onChange={({ target }) => setReason(target.value)}
            />
            <Button
              disabled={say.isPending || reason.trim() === "" || meant.length === 0}
              onClick={() => say.mutate("refused")}
            >{`Refused: ${meant.length}`}</Button>
            <Button look="act" disabled={say.isPending || meant.length === 0} onClick={() => say.mutate("granted")}>
              {`Granted: ${meant.length}`}
            </Button>
          </div>
        )}
      </div>
      <div className="min-h-0 overflow-auto print:overflow-visible" tabIndex={0} role="region" aria-label="The claim">
        {error !== null && <p className="p-4 text-stop">{error.message}</p>}
        <table className="w-full bg-panel">
          <caption className="sr-only">{`The credits of claim ${claim.number}`}</caption>
          <TableHead titles={["State", "Credit", "Call", "UTC", "Band", "Mode", "Since", "Why"]} />
          <tbody>
            {credits.map((credit) => (
              <Line
                key={creditKey(credit)}
                credit={credit}
                isPicked={picked.includes(creditKey(credit))}
                isAnsweredHere={grantor === undefined}
                onPick={() =>
                  setPicked(
                    picked.includes(creditKey(credit))
                      ? picked.filter((one) => one !== creditKey(credit))
                      : [...picked, creditKey(credit)],
                  )
                }
              />
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

interface LineProps {
  credit: HeldCredit & { readonly text: string };
  isPicked: boolean;
  /** Whether one says oneself what became of it. */
  isAnsweredHere: boolean;
  onPick: () => void;
}

function Line({ credit, isPicked, isAnsweredHere, onPick }: LineProps) {
  const { contact, state, day, reason, text } = credit;
  return (
    <tr className="border-b border-line">
      <td className="px-2 py-1 pl-3 whitespace-nowrap">
        {state === "claimed" && isAnsweredHere ? (
          <label className="inline-flex items-center gap-1.5">
            <input type="checkbox" className="print:hidden" checked={isPicked} onChange={onPick} aria-label={text} />
            <Mark kind="claimed" /> claimed
          </label>
        ) : (
          <>
            <Mark kind={CREDIT_MARKS[state]} /> {state}
          </>
        )}
      </td>
      <th scope="row" className="px-2 py-1 text-left font-normal">
        {text}
      </th>
      <td className="px-2 py-1">
        <ContactCall contact={contact} />
      </td>
      <td className="px-2 py-1 font-mono whitespace-nowrap text-soft">{fullTime(contact.startedAt)}</td>
      <td className="px-2 py-1 whitespace-nowrap">{bandLabel(contact.band)}</td>
      <td className="px-2 py-1">{contact.submode ?? contact.mode}</td>
      <td className="px-2 py-1 font-mono whitespace-nowrap text-soft">{day}</td>
      <td className="px-2 py-1 text-soft">{reason}</td>
    </tr>
  );
}
