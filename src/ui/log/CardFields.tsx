import { type Confirmation, RECEIVED_STATES, SENT_STATES } from "@/core/confirm";
import { Choice } from "../kit/Choice";
import { DayField } from "../kit/DayField";

interface CardFieldsProps {
  card: Confirmation;
  faults: ReadonlyMap<string, string>;
  onChange: (card: Confirmation) => void;
}

/** How the cards of one contact stand, ours and theirs. */
export function CardFields({ card, faults, onChange }: CardFieldsProps) {
  const side = (whose: "Ours" | "Theirs", on: "sentOn" | "receivedOn", via: "sentVia" | "receivedVia") => (
    <>
      <DayField
        label={`${whose} on (UTC day)`}
        value={card[on] ?? ""}
        fault={faults.get(`card.${on}`)}
        onChange={(day) => onChange({ ...card, [on]: day || null })}
      />
      <Choice
        label={`${whose} by way of`}
        value={card[via] ?? ""}
        onChange={({ target }) => onChange({ ...card, [via]: target.value || null })}
      >
        <option value="">not said</option>
        {[...new Set(["bureau", "direct", ...(card[via] === null ? [] : [card[via]])])].map((way) => (
          <option key={way}>{way}</option>
        ))}
      </Choice>
    </>
  );
  return (
    <fieldset className="grid grid-cols-3 gap-x-3 gap-y-2.5 max-sm:grid-cols-2">
      <legend className="heading mb-2">Card</legend>
      <Choice
        label="Ours"
        value={card.sent}
        onChange={({ target }) => onChange({ ...card, sent: target.value as Confirmation["sent"] })}
      >
        {SENT_STATES.map((state) => (
          <option key={state} value={state}>
            {SENT_WORDS[state] ?? state}
          </option>
        ))}
      </Choice>
      {side("Ours", "sentOn", "sentVia")}
      <Choice
        label="Theirs"
        value={card.received}
        onChange={({ target }) => onChange({ ...card, received: target.value as Confirmation["received"] })}
      >
        {RECEIVED_STATES.map((state) => (
          <option key={state}>{state}</option>
        ))}
      </Choice>
      {side("Theirs", "receivedOn", "receivedVia")}
    </fieldset>
  );
}

/** Our states in more than their word, where it needs it. */
export const SENT_WORDS: Readonly<Record<string, string>> = {
  wanted: "wanted: a card is owed",
  waiting: "waiting to go",
};
