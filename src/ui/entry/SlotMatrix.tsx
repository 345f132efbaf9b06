import { type Slot, stateOf } from "@/core/award";
import { compareBands, MODE_GROUPS, USUAL_BANDS } from "@/core/band";
import { capital } from "@/core/capital";
import { Mark } from "../kit/Mark";

type Cell = Pick<Slot, "band" | "modeGroup" | "worked" | "confirmed">;

interface SlotMatrixProps {
  /** Whose slots they are. */
  name: string;
  slots: readonly Cell[];
  /** Where a contact would fall that is being typed, which is tinted. */
  here?: { readonly band: string; readonly group: string };
}

/** Slots: a column a band, a row a mode group. */
export function SlotMatrix({ name, slots, here: { band, group } = { band: "", group: "" } }: SlotMatrixProps) {
  const all = [...USUAL_BANDS, ...(band === "" ? [] : [band]), ...slots.map((slot) => slot.band)];
  const bands = [...new Set(all)].sort(compareBands);
  return (
    <table className="w-full table-fixed" aria-label={`${name} by band and mode group`}>
      <thead>
        <tr>
          <td className="w-14" />
          {bands.map((column) => (
            <th
              key={column}
              scope="col"
              className={`py-1 text-tiny font-medium ${column === band ? "bg-signal-wash font-semibold text-signal" : "text-soft"}`}
            >
              {column.replace(/m$/, "")}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {MODE_GROUPS.map((row) => (
          <tr key={row} className="border-t border-line">
            <th
              scope="row"
              className={`py-1.5 text-left font-normal ${row === group ? "font-semibold text-signal" : ""}`}
            >
              {capital(row)}
            </th>
            {bands.map((column) => {
              const here = column === band && row === group;
              const state = stateOf(slots.filter((slot) => slot.band === column && slot.modeGroup === row));
              const tint = here
                ? "bg-signal-wash outline-1 -outline-offset-1 outline-signal"
                : column === band
                  ? "bg-signal-wash"
                  : "";
              return (
                <td key={column} className={`text-center ${tint}`}>
                  {state === "none" ? (
                    here && <Mark kind={slots.length === 0 ? "fresh" : "wanted"} label="new" />
                  ) : (
                    <Mark kind={state} label={state === "safe" ? "confirmed" : "worked"} />
                  )}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
