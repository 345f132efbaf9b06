import type { Act } from "@/core/contract";
import { fullTime } from "@/core/time/words";
import { TableHead } from "../../kit/TableHead";
import { placeName, signed } from "./words";

interface ActListProps {
  acts: readonly Act[];
  /** The number of the one in sight. */
  shown: number | null;
  onShow: (id: number) => void;
}

/** The acts, the newest first, with what each place gained in confirmed contacts. */
export function ActList({ acts, shown, onShow }: ActListProps) {
  const places = [...new Set(acts.flatMap(({ totals }) => totals.map(({ place }) => place)))];
  return (
    <section className="grid gap-1.5">
      <h2 className="heading">Brought in step, contacts confirmed by it</h2>
      <div className="max-h-52 overflow-auto border border-line bg-panel" tabIndex={0} aria-label="Acts" role="region">
        <table className="w-full">
          <caption className="sr-only">When services were brought in step, and the contacts confirmed by it</caption>
          <TableHead titles={["UTC", ...places.map(placeName)]} />
          <tbody>
            {acts.map((act) => (
              <tr
                key={act.id}
                className={`border-b border-line last:border-0 ${act.id === shown ? "bg-signal-wash" : ""}`}
              >
                <td className="px-2 py-1 pl-3">
                  <button
                    type="button"
                    aria-pressed={act.id === shown}
                    className="font-mono text-signal underline"
                    onClick={() => onShow(act.id)}
                  >
                    {fullTime(act.startedAt)}
                  </button>
                </td>
                {places.map((place) => (
                  <td key={place} className="px-2 py-1">
                    {gainText(act, place)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function gainText({ totals }: Act, place: Act["totals"][number]["place"]): string {
  const line = totals.find((one) => one.place === place);
  if (line?.before == null || line.after === null) return line === undefined ? "" : "not known";
  return signed(line.after.confirmed - line.before.confirmed);
}
