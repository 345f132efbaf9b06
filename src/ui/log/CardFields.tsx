import { useWatch } from "react-hook-form";
import { RECEIVED_STATES, SENT_STATES } from "@/core/confirm";
import { ChoiceField, FormDay } from "../kit/form/fields";
import type { PanelForm } from "./contactForm";

/** How the cards of one contact stand, ours and theirs. */
export function CardFields() {
  const [sentVia, receivedVia] = useWatch<PanelForm, ["card.sentVia", "card.receivedVia"]>({
    name: ["card.sentVia", "card.receivedVia"],
  });
  const ways = (own: string) => [...new Set(["bureau", "direct", ...(own === "" ? [] : [own])])];
  return (
    <fieldset className="grid grid-cols-3 gap-x-3 gap-y-2.5 max-sm:grid-cols-2">
      <legend className="heading mb-2">Card</legend>
      <ChoiceField<PanelForm> name="card.sent" label="Ours">
        {SENT_STATES.map((state) => (
          <option key={state} value={state}>
            {SENT_WORDS[state] ?? state}
          </option>
        ))}
      </ChoiceField>
      <FormDay<PanelForm> name="card.sentOn" label="Ours on (UTC day)" />
      <ViaField name="card.sentVia" label="Ours by way of" ways={ways(sentVia)} />
      <ChoiceField<PanelForm> name="card.received" label="Theirs">
        {RECEIVED_STATES.map((state) => (
          <option key={state}>{state}</option>
        ))}
      </ChoiceField>
      <FormDay<PanelForm> name="card.receivedOn" label="Theirs on (UTC day)" />
      <ViaField name="card.receivedVia" label="Theirs by way of" ways={ways(receivedVia)} />
    </fieldset>
  );
}

interface ViaProps {
  name: "card.sentVia" | "card.receivedVia";
  label: string;
  ways: readonly string[];
}

function ViaField({ name, label, ways }: ViaProps) {
  return (
    <ChoiceField<PanelForm> name={name} label={label}>
      <option value="">not said</option>
      {ways.map((way) => (
        <option key={way}>{way}</option>
      ))}
    </ChoiceField>
  );
}

/** Our states in more than their word, where it needs it. */
export const SENT_WORDS: Readonly<Record<string, string>> = {
  wanted: "wanted: a card is owed",
  waiting: "waiting to go",
};
