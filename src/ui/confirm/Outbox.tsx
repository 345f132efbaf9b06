import { bandLabel } from "@/core/band";
import { serviceById } from "@/core/confirm";
import type { ServiceView } from "@/core/contract";
import { fullTime } from "@/core/time/words";
import { Button } from "../kit/Button";
import { count } from "../kit/format";
import { Mark } from "../kit/Mark";
import { useAddress } from "../kit/useAddress";
import { useUnsignedWhy } from "./identity/useIdentities";
import { TableHead } from "../kit/TableHead";

const COLUMNS = ["UTC", "Call", "Band", "Mode", "As"];

type Entry = ServiceView["entries"][number];
/** Contacts that wait alike: to go, until somebody signs them, or until what was refused is mended. */
interface Group {
  readonly state: "goes" | "unsigned" | "refused";
  readonly why: string | null;
  readonly entries: Entry[];
}
const ORDER = ["goes", "unsigned", "refused"];

/** What goes first, then what nobody signs, and what was refused, by why. */
function groupsOf(entries: readonly Entry[], unsignedWhy: ReturnType<typeof useUnsignedWhy>): Group[] {
  const groups = new Map<string, Group>();
  for (const entry of entries) {
    const unsigned = entry.refused === null ? (unsignedWhy?.(entry) ?? null) : null;
    const state = entry.refused !== null ? "refused" : unsigned !== null ? "unsigned" : "goes";
    const why = entry.refused ?? unsigned;
    const key = `${state} ${why}`;
    if (!groups.has(key)) groups.set(key, { state, why, entries: [] });
    groups.get(key)!.entries.push(entry);
  }
  return [...groups.values()].sort((a, b) => ORDER.indexOf(a.state) - ORDER.indexOf(b.state));
}

/** What waits for a service, and what it refused. */
export function Outbox({ view, onRetry }: { view: ServiceView; onRetry: () => void }) {
  const unsignedWhy = useUnsignedWhy(view.service);
  const [, go] = useAddress();
  if (view.entries.length === 0)
    return <p className="text-soft">Nothing waits. Each contact you log is put here until it is sent.</p>;
  return (
    <>
      <table className="w-full border border-line bg-panel">
        <caption className="sr-only">Contacts waiting for {serviceById(view.service).name}</caption>
        <TableHead titles={COLUMNS} />
        {groupsOf(view.entries, unsignedWhy).map(({ state, why, entries }) => (
          <tbody key={`${state} ${why}`}>
            <tr className="border-b border-line bg-raised text-left">
              <th scope="colgroup" colSpan={COLUMNS.length} className="px-2 py-1 pl-3 font-normal">
                {state === "goes" && (
                  <>
                    <Mark kind="waiting" /> {count(entries.length)} waiting
                  </>
                )}
                {state === "unsigned" && (
                  <span className="flex items-center gap-2 text-stop">
                    <Mark kind="fault" /> {count(entries.length)} not signed: {why}
                    <Button small onClick={() => go({ service: "identities" })}>
                      Identities
                    </Button>
                  </span>
                )}
                {state === "refused" && (
                  <span className="text-stop">
                    <Mark kind="fault" /> {count(entries.length)} refused: {why}
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
