import { checkContact, completeContact, FACT_GROUPS } from "@/core/contact";
import { emptyConfirmation } from "@/core/confirm";
import type { StoredContact } from "@/core/contract";
import { changeInWords, differences, formOf, type PanelForm, panelFormOf, panelSchema, readField } from "./contactForm";

const checked = checkContact(
  {
    call: "OY4QSA",
    startedAt: "2026-11-20T21:40:07Z",
    frequencyHz: 21_025_300,
    mode: "CW",
    name: "Sunnva",
    theirPower: 5,
  },
  Date.UTC(2026, 10, 23) / 1000,
);
if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
const CONTACT: StoredContact = { ...completeContact(checked.value), id: 1, logbookId: 1, revision: 1 };
const fieldOf = (key: string) => FACT_GROUPS.flatMap(({ fields }) => fields).find((field) => field.key === key)!;

function changesIn(contact: StoredContact, form: PanelForm) {
  const read = panelSchema(contact).safeParse(form);
  const faults = (read.error?.issues ?? []).map(({ path, message }) => [path.join("."), message] as const);
  return { patch: read.data ?? {}, faults: Object.fromEntries(faults) };
}

test("a form that was not touched changes nothing", () => {
  expect(changesIn(CONTACT, panelFormOf(CONTACT))).toEqual({ patch: {}, faults: {} });
});

test("what a field shows means what the contact has", () => {
  const form = formOf(CONTACT);
  for (const { fields } of FACT_GROUPS) {
    for (const field of fields) {
      const read = readField(field, form[field.key]);
      expect(read).not.toHaveProperty("fault");
      if ("value" in read) expect([field.key, read.value]).toEqual([field.key, CONTACT[field.key]]);
    }
  }
});

test.each([
  ["frequencyHz", "14 025,3", 14_025_300],
  ["startedAt", "2026-11-20 21:41", "2026-11-20T21:41:00Z"],
  ["theirPower", "2,5", 2.5],
  ["grid", "ip62", "IP62"],
  ["cqZone", "", null],
  ["name", "  ", null],
] as const)("%s typed as %j", (key, text, value) => {
  expect(readField(fieldOf(key), text)).toEqual({ value });
});

test.each([
  ["frequencyHz", "99x", "is no frequency in kHz"],
  ["frequencyHz", "14900", "lies in no amateur band"],
  ["startedAt", "yesterday", "is written like 2026-11-23 21:40"],
  ["startedAt", "2026-13-20 21:41", "is written like"],
  ["grid", "ZZ99", ""],
  ["cqZone", "41", ""],
  ["cqZone", "-1", "is no whole number"],
  ["call", "", ""],
  ["startedAt", "", "is written like"],
  ["mode", "", "the mode is missing"],
  ["call", "CX3", "the suffix is missing"],
] as const)("%s typed as %j is refused", (key, text, why) => {
  const read = readField(fieldOf(key), text);
  expect("fault" in read && read.fault).toContain(why || "");
  expect(read).toHaveProperty("fault");
});

test("only what was changed is sent, and what follows is told by name", () => {
  const form = panelFormOf(CONTACT);
  const changed = { ...form, facts: { ...form.facts, call: "lu3qsc", name: "" } };
  expect(changesIn(CONTACT, changed)).toEqual({ patch: { call: "LU3QSC", name: null }, faults: {} });
  const wrong = { ...form, facts: { ...form.facts, cqZone: "41", grid: "ZZ99" } };
  expect(Object.keys(changesIn(CONTACT, wrong).faults)).toEqual(["facts.grid", "facts.cqZone"]);
  const saved = { ...CONTACT, call: "LU3QSC", entityCode: 100, cqZone: 13, name: null };
  expect(differences(CONTACT, saved, { call: "LU3QSC", name: null })).toEqual([
    { key: "entityCode", label: "Entity", was: "Faroe Islands", is: "Argentina" },
    { key: "cqZone", label: "CQ zone", was: "14", is: "13" },
  ]);
});

test("the card is changed beside what services have, and taken off when nothing is left of it", () => {
  const lantern = { ...emptyConfirmation("lantern"), sent: "sent" as const };
  const contact = { ...CONTACT, confirmations: [lantern] };
  const card = { ...emptyConfirmation("card"), sent: "sent" as const, sentOn: "2026-11-22", sentVia: "bureau" };
  const typed = { ...panelFormOf(contact).card, sent: "sent", sentOn: "2026-11-22", sentVia: "bureau" };
  const changes = (now: StoredContact, as: PanelForm["card"]) => changesIn(now, { ...panelFormOf(now), card: as });
  expect(changes(contact, typed)).toEqual({ patch: { confirmations: [lantern, card] }, faults: {} });
  const saved = { ...contact, confirmations: [lantern, card] };
  expect(changes(saved, typed).patch).toEqual({});
  expect(changes(saved, panelFormOf(CONTACT).card).patch).toEqual({ confirmations: [lantern] });
  expect(changes(contact, { ...typed, sentOn: "yesterday" }).faults["card.sentOn"]).toContain("2026-11-23");
  expect(differences(contact, saved)).toEqual([
    {
      key: "confirmations",
      label: "Confirmations",
      was: "Lantern sent, theirs no",
      is: "Lantern sent, theirs no and Card sent, theirs no",
    },
  ]);
});

test("an entry of the journal is told in words", () => {
  expect(changeInWords(null, null)).toBe("added");
  expect(changeInWords({ call: "OY4QSA" }, null)).toBe("deleted");
  expect(
    changeInWords(
      { name: null, entityCode: 222, frequencyHz: 21_025_300, confirmations: [] },
      {
        name: "Sunnva",
        entityCode: 100,
        frequencyHz: null,
        confirmations: [{ channel: "lantern", sent: "sent", received: "confirmed" }],
      },
    ),
  ).toBe(
    "Name: empty → Sunnva; Entity: Faroe Islands → Argentina; kHz: 21025.3 → empty; Confirmations: none → Lantern sent, theirs confirmed",
  );
});
