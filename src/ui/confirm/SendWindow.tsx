"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { toast } from "sonner";
import { z } from "zod";
import { serviceById, type ServiceId, SERVICES } from "@/core/confirm";
import type { Selection, SendLook } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import * as jobs from "@/core/contract/endpoints/jobs";
import { addressOf, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { DayField } from "../kit/DayField";
import { count, many } from "../kit/format";
import { Tick } from "../kit/Tick";
import { useJob } from "../kit/useJob";
import { Window } from "../kit/Window";
import { ProgressBar } from "../shell/JobLine";
import { isSigning } from "./identity/useIdentities";
import { TableHead } from "../kit/TableHead";

interface SendWindowProps {
  logbookId: number;
  /** The service; where none is said it can be chosen. */
  service?: ServiceId;
  /** The contacts; where none are said days can be chosen. */
  selection?: Selection;
  /** Whether also what the service has, by what the log says, goes once more. */
  startAgain?: boolean;
  onClose: () => void;
}

const daySchema = z.union([z.literal(""), z.iso.date()]);
const DAY_FAULT = "write a day as in 2026-11-23, or leave it empty";
const faultOf = (day: string) => (daySchema.safeParse(day).success ? undefined : DAY_FAULT);

/** Sends contacts to a service after a look at how many go, from where, and what stays here. */
export function SendWindow({ logbookId, service: given, selection, startAgain = false, onClose }: SendWindowProps) {
  const [service, setService] = useState<ServiceId>(given ?? SERVICES[0].id);
  const [days, setDays] = useState({ from: "", to: "" });
  const [again, setAgain] = useState(startAgain);
  const { name } = serviceById(service);
  const params = { logbookId, service };
  const isRead = [days.from, days.to].every((day) => daySchema.safeParse(day).success);
  const body = { selection: selection ?? selectionBetween(days), again };
  const { data: looked, error } = useQuery({
    queryKey: ["sendLook", params, body],
    queryFn: () => ask(confirm.lookAtSending, { params, body }),
    enabled: isRead,
    staleTime: 0,
    gcTime: 0,
  });
  const job = useJob(looked?.id ?? null, "sendLook");
  const look = isRead && job?.state === "done" ? job.report : null;
  const send = useMutation({
    mutationFn: () => ask(confirm.sendSome, { params, body }),
    onSuccess: () => {
      if (given === undefined) toast(`Sending to ${name}: what it answers is under Confirm.`);
      onClose();
    },
  });
  const sign = useMutation({ mutationFn: () => ask(confirm.signToFile, { params, body }) });
  const signed = useJob(sign.data?.id ?? null, "sign");
  const picker = useRef<HTMLInputElement>(null);
  const sendFile = useMutation({
    mutationFn: (file: File) => ask(confirm.sendFile, { params, query: { name: file.name }, body: file }),
    onSuccess: onClose,
  });
  const problem =
    send.error?.message ??
    sign.error?.message ??
    sendFile.error?.message ??
    error?.message ??
    job?.problem ??
    signed?.problem ??
    null;
  return (
    <Window
      title={given === undefined ? "Send contacts" : `Send more to ${name}`}
      about="Nothing goes before you press Send."
      width={680}
      onClose={onClose}
      onSubmit={() => look !== null && look.goes > 0 && send.mutate()}
      buttons={
        <>
          {given !== undefined && selection === undefined && (
            <>
              <Button
                className="mr-auto"
                title={`Of signed contacts, or of another program: they go to ${name}, and not into the log`}
                disabled={sendFile.isPending}
                onClick={() => picker.current?.click()}
              >
                {sendFile.isPending ? "Taking the file" : "Send a file"}
              </Button>
              <input
                ref={picker}
                type="file"
                className="hidden"
                aria-label="File to send"
                onChange={({ target }) => {
                  const [file] = target.files ?? [];
                  target.value = "";
                  if (file !== undefined) sendFile.mutate(file);
                }}
              />
            </>
          )}
          <Button onClick={onClose}>Close</Button>
          {isSigning(service) && (
            <Button
              disabled={look === null || look.goes === 0 || sign.isPending || signed?.state === "running"}
              onClick={() => sign.mutate()}
            >
              {signed?.state === "running" ? "Signing" : "Sign to a file"}
            </Button>
          )}
          <Button type="submit" look="act" disabled={look === null || look.goes === 0 || send.isPending}>
            {look !== null ? `Send ${count(look.goes)}` : isRead && problem === null ? "Looking" : "Send"}
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-2 gap-3">
        {given === undefined && (
          <Choice
            label="Service"
            value={service}
            wrapperClassName="col-span-2"
            onChange={({ target }) => setService(SERVICES.find(({ id }) => id === target.value)?.id ?? service)}
          >
            {SERVICES.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </Choice>
        )}
        {selection === undefined && (
          <>
            <DayField
              label="From day, UTC; empty for the first"
              value={days.from}
              onChange={(from) => setDays({ ...days, from })}
              fault={faultOf(days.from)}
            />
            <DayField
              label="To day, UTC; empty for the last"
              value={days.to}
              onChange={(to) => setDays({ ...days, to })}
              fault={faultOf(days.to)}
            />
          </>
        )}
      </div>
      <Tick label={`Once more, also what ${name} has by what the log says`} checked={again} onChange={setAgain} />
      {problem !== null && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      <div role="status" aria-label="What would go" className="grid min-h-32 content-start gap-3">
        {job?.state === "running" && <ProgressBar job={job} />}
        {look !== null && <SendingLook look={look} name={name} />}
        {signed?.state === "done" && (
          <p className="flex items-center gap-3">
            {many(signed.report?.signed ?? 0, "contact")} signed.
            <a
              className="whitespace-nowrap text-signal underline"
              href={addressOf(jobs.signedFile, { params: { jobId: signed.id } })}
              download
            >
              Save the signed file
            </a>
          </p>
        )}
      </div>
    </Window>
  );
}

/** All contacts of some days, both inside. */
function selectionBetween({ from, to }: { from: string; to: string }): Selection {
  return {
    all: {
      ...(from === "" ? {} : { from: Date.parse(`${from}T00:00:00Z`) / 1000 }),
      ...(to === "" ? {} : { to: Date.parse(`${to}T23:59:59Z`) / 1000 }),
    },
    except: [],
  };
}

/** What a sending would be: what goes, by our call and place, and what stays. */
export function SendingLook({ look, name }: { look: SendLook; name: string }) {
  const isSigned = look.groups.some(({ signedUntil }) => signedUntil !== null);
  return (
    <>
      <p>
        {look.goes === 0 ? (
          <>Of {many(look.selected, "contact")} none goes.</>
        ) : (
          <>
            Of {many(look.selected, "contact")} <b className="font-semibold">{count(look.goes)}</b> go to {name}:
          </>
        )}
      </p>
      {look.groups.length > 0 && (
        <table className="w-full border border-line">
          <caption className="sr-only">What goes, by our call and place</caption>
          <TableHead titles={["As", "From", "Contacts", "First", "Last", ...(isSigned ? ["Signed by"] : [])]} />
          <tbody>
            {look.groups.map(({ ownCall, ownGrid, count: contacts, from, to, signedUntil }) => (
              <tr key={`${ownCall} ${ownGrid} ${signedUntil}`} className="border-b border-line last:border-0">
                <td className="px-2 py-1 pl-3 font-mono font-bold">{ownCall}</td>
                <td className="px-2 py-1 font-mono">{ownGrid ?? <span className="text-soft">not said</span>}</td>
                <td className="px-2 py-1">{count(contacts)}</td>
                <td className="px-2 py-1 font-mono text-soft">{from.slice(0, 10)}</td>
                <td className="px-2 py-1 font-mono text-soft">{to.slice(0, 10)}</td>
                {signedUntil !== null && (
                  <td className="px-2 py-1 text-soft">
                    <span className="font-mono">{ownCall}</span>, valid to{" "}
                    <span className="font-mono">{signedUntil.slice(0, 10)}</span>
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {look.leftOut.length > 0 && (
        <ul aria-label="What stays here" className="grid gap-0.5">
          {look.leftOut.map(({ why, count: contacts }) => (
            <li key={why} className="text-soft">
              {count(contacts)} {contacts === 1 ? "stays" : "stay"} here: {why}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
