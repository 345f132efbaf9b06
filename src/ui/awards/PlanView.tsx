"use client";

import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { entityByCode } from "@/core/entity";
import { bandLabel } from "@/core/band";
import type { ServiceId } from "@/core/confirm";
import { type ClaimPlanView, MOST_CLAIMED } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/credits";
import { undo } from "@/core/contract/endpoints/logbooks";
import { fullTime } from "@/core/time/words";
import { AskStationWindow } from "../confirm/AskStationWindow";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Chips } from "../kit/Chips";
import { Choice } from "../kit/Choice";
import { FaultText } from "../kit/FaultText";
import { Field } from "../kit/Field";
import { count, many } from "../kit/format";
import { useKept } from "../kit/kept";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { TableHead } from "../kit/TableHead";
import { useLogbook } from "../shell/logbook";
import { claimsKey, looksKey, progressKey } from "./awardKeys";
import { ClaimThroughWindow } from "./ClaimThroughWindow";
import { ClaimWindow } from "./ClaimWindow";
import { amountFrom, amountText, creditsText } from "./creditWords";
import { keptFees } from "./keptFees";
import { GRANTORS } from "./useAccount";
import type { AwardState } from "./useAwards";

type Planned = ClaimPlanView["contacts"][number];
type Order = "call" | "date" | "entity";

const COMPARE: Readonly<Record<Order, (a: Planned, b: Planned) => number>> = {
  call: (a, b) => a.contact.call.localeCompare(b.contact.call),
  date: (a, b) => a.contact.startedAt.localeCompare(b.contact.startedAt),
  entity: (a, b) => entityOf(a).localeCompare(entityOf(b)) || a.contact.call.localeCompare(b.contact.call),
};

function entityOf({ contact: { entityCode } }: Planned): string {
  return entityCode === null ? "" : (entityByCode(entityCode)?.name ?? "");
}

/** The next claim: the contacts that bring the most credits for the least, and the cards to pull for it. */
export function PlanView({
  awards,
  onClaimed,
}: {
  awards: readonly AwardState[];
  onClaimed: (number: string) => void;
}) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const fees = useKept(keptFees);
  const [chosen, setChosen] = useState<readonly string[]>(() =>
    awards.filter(({ followed }) => followed).map(({ award }) => award),
  );
  const [forced, setForced] = useState<readonly number[]>([]);
  const [out, setOut] = useState<readonly number[]>([]);
  const [order, setOrder] = useState<Order>("call");
  const [pulled, setPulled] = useState<readonly number[]>([]);
  const [claiming, setClaiming] = useState(false);
  const [claimingWith, setClaimingWith] = useState<ServiceId | null>(null);
  const [asked, setAsked] = useState<Planned["contact"] | null>(null);
  const [most, setMost] = useState(100);
  const input = { awards: [...chosen], fees, forced: [...forced], out: [...out], most };
  const { data, error, isFetching, refetch } = useQuery({
    queryKey: [...looksKey(logbook.id), "plan", input],
    queryFn: () => ask(endpoints.planClaim, { params: { logbookId: logbook.id }, body: input }),
    enabled: chosen.length > 0,
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
  const record = useMutation({
    mutationFn: ({ number, day }: { number: string; day: string }) =>
      ask(endpoints.recordClaim, {
        params: { logbookId: logbook.id },
        body: { number, day, contacts: data!.contacts.map(({ contact, credits }) => ({ id: contact.id, credits })) },
      }),
    onSuccess: async ({ batchId, credits }, { number }) => {
      setClaiming(false);
      const refresh = () =>
        Promise.all(
          [claimsKey, looksKey, progressKey].map((key) => client.invalidateQueries({ queryKey: key(logbook.id) })),
        );
      await refresh();
      toast.success(`${many(credits, "credit")} claimed as ${number}.`, {
        action: {
          label: "Undo",
          onClick: () =>
            void ask(undo, { params: { logbookId: logbook.id, batchId: batchId! } }).then(refresh, (fault: Error) =>
              toast.error(fault.message),
            ),
        },
      });
      onClaimed(number);
    },
  });
  const nameAwards = (ids: readonly string[]) =>
    ids.map((id) => awards.find(({ award }) => award === id)?.of.name ?? id).join(", ");
  const cards = data?.contacts.filter(({ isCard }) => isCard) ?? [];
  const turn = (list: readonly number[], set: (ids: readonly number[]) => void, id: number) =>
    set(list.includes(id) ? list.filter((one) => one !== id) : [...list, id]);
  const sorted = [...(data?.contacts ?? [])].sort(
    (a, b) => Number(b.isCard) - Number(a.isCard) || COMPARE[order](a, b),
  );
  return (
    <div className="grid min-h-0 grid-rows-[auto_auto_minmax(0,1fr)] print:block">
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2 border-b border-line bg-panel px-4 py-2 print:hidden">
        <Chips
          label="For the awards"
          values={awards.filter(({ confirmed, followed }) => confirmed > 0 || followed).map(({ award }) => award)}
          text={(id) => awards.find(({ award }) => award === id)!.of.name}
          chosen={chosen}
          onChange={setChosen}
        />
        <FeeField
          label="Fee a contact"
          amount={fees.contact}
          onChange={(contact) => keptFees.set({ ...fees, contact })}
        />
        <FeeField label="Fee a card" amount={fees.card} onChange={(card) => keptFees.set({ ...fees, card })} />
        <Choice label="Contacts at most" value={most} onChange={({ target }) => setMost(Number(target.value))}>
          {[20, 50, 100, MOST_CLAIMED].map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Choice>
        <Choice label="Order" value={order} onChange={({ target }) => setOrder(target.value as Order)}>
          <option value="call">by call</option>
          <option value="date">by date</option>
          <option value="entity">by entity</option>
        </Choice>
      </div>
      {chosen.length === 0 ? (
        <p className="p-8 text-soft">Choose an award: a claim is planned for one, or for several together.</p>
      ) : error !== null && data === undefined ? (
        <LoadFailure text={error.message} onRetry={() => void refetch()} />
      ) : data === undefined ? (
        <p className="p-8 text-soft">The whole log is looked through.</p>
      ) : (
        <>
          <div
            className={`flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-line px-4 py-2 ${isFetching ? "opacity-60" : ""}`}
          >
            <p role="status">
              <b className="font-semibold">
                {many(data.contacts.length, "contact")} bring {many(data.credits, "credit")} for {amountText(data.cost)}
              </b>
              <span className="text-soft">{wholeText(data)}</span>
            </p>
            {cards.length > 0 && (
              <p className="text-soft">
                {many(cards.length, "card")} to pull,{" "}
                {count(pulled.filter((id) => cards.some(({ contact }) => contact.id === id)).length)} pulled; signed
                confirmations instead would save {amountText(cards.length * fees.card)}
              </p>
            )}
            {data.unconfirmed > 0 && (
              <p className="text-soft">{many(data.unconfirmed, "credit")} more, were what is worked confirmed</p>
            )}
            <span className="flex-1" />
            {(out.length > 0 || forced.length > 0) && (
              <Button
                small
                look="quiet"
                className="print:hidden"
                onClick={() => {
                  setOut([]);
                  setForced([]);
                }}
              >
                {`Back to the plan without ${many(out.length + forced.length, "choice")}`}
              </Button>
            )}
            {GRANTORS.map(({ id, name, awards: granted }) => {
              const isAlone = chosen.every((award) => granted.includes(award));
              const own = chosen.filter((award) => granted.includes(award));
              return (
                <Button
                  key={id}
                  small
                  className="print:hidden"
                  disabled={isAlone && (data.credits === 0 || isFetching)}
                  title={isAlone ? undefined : `${name} grants ${nameAwards(granted)}`}
                  onClick={() => (isAlone ? setClaimingWith(id) : setChosen(own.length > 0 ? own : granted))}
                >
                  {isAlone ? `Claim with ${name}` : `Only what ${name} grants`}
                </Button>
              );
            })}
            <Button
              small
              look="act"
              className="print:hidden"
              disabled={data.credits === 0 || isFetching}
              onClick={() => setClaiming(true)}
            >
              Record the claim
            </Button>
          </div>
          <div
            className="min-h-0 overflow-auto print:overflow-visible"
            tabIndex={0}
            role="region"
            aria-label="The plan"
          >
            <table className="w-full bg-panel">
              <caption className="sr-only">The contacts of the plan, cards first</caption>
              <TableHead titles={["Shown by", "Call", "UTC", "Band", "Mode", "Entity", "Brings"]} onScreen={["Ways"]} />
              <tbody>
                {sorted.map((one) => (
                  <PlanLine
                    key={one.contact.id}
                    planned={one}
                    awards={awards}
                    isPulled={pulled.includes(one.contact.id)}
                    onPulled={() => turn(pulled, setPulled, one.contact.id)}
                    onOut={() => setOut([...out, one.contact.id])}
                    onForced={() => turn(forced, setForced, one.contact.id)}
                    onAsk={() => setAsked(one.contact)}
                  />
                ))}
              </tbody>
            </table>
            {data.contacts.length === 0 && (
              <p className="p-8 text-center text-soft">All that is confirmed was asked for already.</p>
            )}
          </div>
        </>
      )}
      {claiming && data !== undefined && (
        <ClaimWindow
          credits={data.credits}
          contacts={data.contacts.length}
          problem={record.error}
          isSending={record.isPending}
          onSend={(claim) => record.mutate(claim)}
          onClose={() => setClaiming(false)}
        />
      )}
      {claimingWith !== null && data !== undefined && (
        <ClaimThroughWindow
          service={claimingWith}
          contacts={data.contacts}
          onClaimed={onClaimed}
          onClose={() => setClaimingWith(null)}
        />
      )}
      {asked !== null && <AskStationWindow contact={asked} onClose={() => setAsked(null)} />}
    </div>
  );
}

/** What all that could be had takes, and what is proven of it. */
function wholeText({ contacts, whole }: ClaimPlanView): string {
  const proven =
    whole.cost === whole.bound
      ? "it is proven that nothing costs less"
      : `nothing that brings as much costs less than ${amountText(whole.bound)}`;
  if (contacts.length === whole.contacts) return `; ${proven}`;
  return `, of ${count(whole.contacts)} that bring all ${count(whole.credits)} for ${amountText(whole.cost)}; ${proven}`;
}

function FeeField({ label, amount, onChange }: { label: string; amount: number; onChange: (amount: number) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const isWrong = typed !== null && amountFrom(typed) === null;
  return (
    <div className="w-24">
      <Field
        label={label}
        inputMode="decimal"
        aria-invalid={isWrong}
        value={typed ?? amountText(amount)}
        onChange={({ target }) => {
          setTyped(target.value);
          const meant = amountFrom(target.value);
          if (meant !== null) onChange(meant);
        }}
        onBlur={() => !isWrong && setTyped(null)}
      />
      <FaultText id={`${label} fault`} fault={isWrong ? "an amount, as 0.12" : undefined} />
    </div>
  );
}

interface PlanLineProps {
  planned: Planned;
  awards: readonly AwardState[];
  isPulled: boolean;
  onPulled: () => void;
  onOut: () => void;
  onForced: () => void;
  onAsk: () => void;
}

function PlanLine({ planned, awards, isPulled, onPulled, onOut, onForced, onAsk }: PlanLineProps) {
  const { contact, credits, isCard, forced } = planned;
  const { call } = contact;
  return (
    <tr className="border-b border-line">
      <td className="px-2 py-1 pl-3 whitespace-nowrap">
        {isCard ? (
          <label className="inline-flex items-center gap-1.5">
            <input type="checkbox" checked={isPulled} onChange={onPulled} aria-label={`Card of ${call} pulled`} /> card
          </label>
        ) : (
          <>
            <Mark kind="safe" /> signature
          </>
        )}
      </td>
      <th scope="row" className="px-2 py-1 text-left font-mono">
        {call}
      </th>
      <td className="px-2 py-1 font-mono whitespace-nowrap text-soft">{fullTime(contact.startedAt)}</td>
      <td className="px-2 py-1 whitespace-nowrap">{bandLabel(contact.band)}</td>
      <td className="px-2 py-1">{contact.submode ?? contact.mode}</td>
      <td className="px-2 py-1">{entityOf(planned)}</td>
      <td className="px-2 py-1 text-soft">
        {credits.length === 0 ? "nothing that others do not" : creditsText(credits, awards)}
      </td>
      <td className="px-2 py-0.5 pr-3 print:hidden">
        <span className="flex justify-end gap-1">
          {isCard && (
            <Button small look="quiet" aria-label={`Ask ${call} for a signed confirmation`} onClick={onAsk}>
              Ask
            </Button>
          )}
          <Button small look="quiet" aria-pressed={forced} aria-label={`Keep ${call} in the plan`} onClick={onForced}>
            {forced ? "Kept" : "Keep"}
          </Button>
          <Button small look="quiet" aria-label={`Leave ${call} out`} onClick={onOut}>
            Leave out
          </Button>
        </span>
      </td>
    </tr>
  );
}
