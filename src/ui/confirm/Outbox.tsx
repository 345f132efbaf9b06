import { bandLabel } from "@/core/band";
import { serviceById } from "@/core/confirm";
import type { ServiceView } from "@/core/contract";
import { fullTime } from "@/core/time/words";
import { Button } from "../kit/Button";
import { count } from "../kit/format";
import { Mark } from "../kit/Mark";
import { TableHead } from "./TableHead";

const COLUMNS = ["UTC", "Call", "Band", "Mode", "As"];

/** What waits, under null, and what was refused by why. */
function byReason(entries: ServiceView["entries"]): Map<string | null, ServiceView["entries"]> {
  const groups = new Map<string | null, ServiceView["entries"]>();
  for (const entry of [...entries].sort((a, b) => Number(a.refused !== null) - Number(b.refused !== null)))
    groups.set(entry.refused, [...(groups.get(entry.refused) ?? []), entry]);
  return groups;
}

/** What waits for a service, and what it refused. */
export function Outbox({ view, onRetry }: { view: ServiceView; onRetry: () => void }) {
  if (view.entries.length === 0)
    return <p className="text-soft">Nothing waits. Each contact you log is put here until it is sent.</p>;
  return (
    <>
      <table className="w-full border border-line bg-panel">
        <caption className="sr-only">Contacts waiting for {serviceById(view.service).name}</caption>
        <TableHead titles={COLUMNS} />
        {[...byReason(view.entries)].map(([refused, entries]) => (
          <tbody key={refused}>
            <tr className="border-b border-line bg-raised text-left">
              <th scope="colgroup" colSpan={COLUMNS.length} className="px-2 py-1 pl-3 font-normal">
                {refused === null ? (
                  <>
                    <Mark kind="waiting" /> {count(view.waiting)} waiting
                  </>
                ) : (
                  <span className="text-stop">
                    <Mark kind="fault" /> {count(entries.length)} refused: {refused}
                  </span>
                )}
              </th>
            </tr>
            {entries.map((entry) => (
              <tr key={entry.contactId} className="border-b border-line whitespace-nowrap last:border-0">
                <td className="px-2 py-1 pl-3 font-mono">{fullTime(entry.startedAt)}</td>
                <td className="px-2 py-1 font-mono font-bold">{entry.call}</td>
                <td className="px-2 py-1">{bandLabel(entry.band)}</td>
                <td className="px-2 py-1">{entry.mode}</td>
                <td className="px-2 py-1 font-mono text-soft">{entry.ownCall}</td>
              </tr>
            ))}
          </tbody>
        ))}
      </table>
      {view.waiting + view.refused > view.entries.length && (
        <p className="text-faint">and {count(view.waiting + view.refused - view.entries.length)} more</p>
      )}
      {view.refused > 0 && (
        <p className="flex items-center gap-3 text-soft">
          Refused contacts stay here until what is wrong is mended.
          <Button small onClick={onRetry}>
            Let them go out again
          </Button>
        </p>
      )}
    </>
  );
}
