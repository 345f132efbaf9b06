"use client";

import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";
import { useQuery } from "@tanstack/react-query";
import { bandLabel } from "@/core/band";
import { channelName, isConfirmed } from "@/core/confirm";
import type { AwardItem } from "@/core/award";
import * as awards from "@/core/contract/endpoints/awards";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count } from "../kit/format";
import { Mark } from "../kit/Mark";
import { useLogbook } from "../shell/logbook";
import { ContactCall } from "./ContactCall";
import type { Group } from "./progress";

interface CellContactsProps {
  award: string;
  /** Null for all items. */
  item: AwardItem | null;
  band: string | null;
  group: Group;
  onClose: () => void;
}

/** The contacts behind a cell of an award. */
export function CellContacts({ award, item, band, group, onClose }: CellContactsProps) {
  const { logbook } = useLogbook();
  const query = {
    ...(item !== null && { item: item.item }),
    ...(band !== null && { band }),
    ...(group !== "mixed" && { modeGroup: group }),
  };
  const { data, error } = useQuery({
    queryKey: ["cell", logbook.id, award, query],
    queryFn: () => ask(awards.awardContacts, { params: { logbookId: logbook.id, award }, query }),
  });
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-shade/40" />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel className="grid max-h-[80vh] w-[min(640px,96vw)] grid-rows-[auto_minmax(0,1fr)] gap-3 rounded-lg border border-line bg-panel p-5 shadow-2xl">
          <div className="flex items-center justify-between gap-4">
            <DialogTitle className="text-title font-semibold">
              {item?.name ?? "All"}, {band === null ? "all bands" : bandLabel(band)}
              {group === "mixed" ? "" : `, ${group}`}
              {data !== undefined && <span className="ml-2 text-base font-normal text-soft">{count(data.total)}</span>}
            </DialogTitle>
            <Button small autoFocus onClick={onClose}>
              Close
            </Button>
          </div>
          <div className="min-h-0 overflow-auto" tabIndex={0} role="region" aria-label="Contacts">
            {error !== null && <p className="text-stop">{error.message}</p>}
            {data === undefined && error === null && <p className="text-soft">The log is looked through.</p>}
            {data?.items.length === 0 && <p className="text-soft">No contact here yet.</p>}
            <table className="w-full">
              <tbody>
                {data?.items.map((contact) => (
                  <tr key={contact.id} className="border-b border-line last:border-0">
                    <td className="py-1 pr-3 font-mono text-soft">{fullTime(contact.startedAt)}</td>
                    <td className="py-1 pr-3">
                      <ContactCall contact={contact} />
                    </td>
                    <td className="py-1 pr-3">{bandLabel(contact.band)}</td>
                    <td className="py-1 pr-3">{contact.submode ?? contact.mode}</td>
                    <td className="py-1">
                      {contact.confirmations.filter(isConfirmed).map(({ channel }) => (
                        <span key={channel} className="mr-3">
                          <Mark kind="safe" /> {channelName(channel)}
                        </span>
                      ))}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            {data !== undefined && data.total > data.items.length && (
              <p className="text-faint">and {count(data.total - data.items.length)} more</p>
            )}
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
