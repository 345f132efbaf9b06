import { entityByCode } from "@/core/entity";
import type { CoverageView, Identity } from "@/core/contract";
import { IDENTITY_WORDS, identityState, type IdentityState } from "@/core/identity";
import { Button } from "../../kit/Button";
import { count, many } from "../../kit/format";
import { Mark } from "../../kit/Mark";
import { TableHead } from "../../kit/TableHead";
import type { Asked } from "./AskWindow";

const STATE_MARKS: Readonly<Record<IdentityState, "waiting" | "fault" | "safe" | "hold">> = {
  asked: "waiting",
  sponsors: "waiting",
  refused: "fault",
  early: "waiting",
  ready: "safe",
  soon: "hold",
  ended: "fault",
  replaced: "hold",
  keyless: "fault",
};

interface IdentityListProps {
  identities: readonly Identity[];
  /** Undefined until it is counted. */
  covered: CoverageView | undefined;
  now: string;
  chosen: number | null;
  onChoose: (id: number) => void;
  onAsk: (asked: Asked) => void;
}

/** The identities with how far each got, and the contacts that none signs with the mend. */
export function IdentityList({ identities, covered, now, chosen, onChoose, onAsk }: IdentityListProps) {
  const uncovered = covered?.uncovered ?? [];
  return (
    <>
      <h2 className="heading">Identities</h2>
      {identities.length === 0 ? (
        <p className="text-soft">There is none yet. Ask for one, or load one from a file.</p>
      ) : (
        <table className="w-full border border-line bg-panel">
          <caption className="sr-only">Identities</caption>
          <TableHead titles={["Call", "Contacts from", "To", "State", "Signs"]} />
          <tbody>
            {identities.map((identity) => (
              <Line
                key={identity.id}
                identity={identity}
                state={identityState(identity, now)}
                isChosen={identity.id === chosen}
                signs={signsOf(covered, identity.id)}
                onChoose={() => onChoose(identity.id)}
              />
            ))}
          </tbody>
        </table>
      )}
      {uncovered.length > 0 && (
        <section className="grid gap-1.5" aria-label="Signed by none">
          <h2 className="heading">Signed by none</h2>
          <ul className="rounded-field border border-line bg-panel">
            {uncovered.map(({ call, why, count: contacts, from, to, mend }) => (
              <li
                key={`${call} ${why}`}
                className="flex items-center gap-3 border-b border-line px-3 py-1.5 last:border-0"
              >
                <span className="min-w-0 flex-1">
                  {many(contacts, "contact")}, <span className="font-mono text-soft">{daysText(from, to)}</span>: {why}
                </span>
                {mend !== null && (
                  <Button small aria-label={`Ask for an identity of ${mend.call}`} onClick={() => onAsk(mend)}>
                    Ask for {mend.call}
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

/** How many contacts of the log an identity signs; null until they are counted. */
export function signsOf(covered: CoverageView | undefined, id: number): number | null {
  if (covered === undefined) return null;
  return covered.signs.find((one) => one.id === id)?.count ?? 0;
}

const daysText = (from: string, to: string) => (from === to ? from : `${from} to ${to}`);

function Line({
  identity: { call, entityCode, from, to },
  state,
  isChosen,
  signs,
  onChoose,
}: {
  identity: Identity;
  state: IdentityState;
  isChosen: boolean;
  signs: number | null;
  onChoose: () => void;
}) {
  const isOver = state === "replaced" || state === "ended";
  return (
    <tr
      className={`border-b border-line whitespace-nowrap last:border-0 ${isChosen ? "bg-signal-wash" : ""} ${isOver ? "text-soft" : ""}`}
    >
      <td className="px-2 py-1 pl-3">
        <button
          type="button"
          aria-pressed={isChosen}
          onClick={onChoose}
          className="font-mono font-bold hover:text-signal"
          title={entityByCode(entityCode)?.name}
        >
          {call}
        </button>
      </td>
      <td className="px-2 py-1 font-mono">{from}</td>
      <td className="px-2 py-1 font-mono">{to ?? <span className="font-sans text-soft">open</span>}</td>
      <td className="px-2 py-1">
        <Mark kind={STATE_MARKS[state]} /> {IDENTITY_WORDS[state]}
      </td>
      <td className="px-2 py-1">{signs === null ? "" : count(signs)}</td>
    </tr>
  );
}
