import { checkContact, completeContact } from "../contact";
import type { Credit } from "../award";
import { adiRecord, adifReader, contactFromAdif } from ".";
import { creditsByStandard } from "./credits";

const NOW = Date.UTC(2026, 10, 28) / 1000;
const BASE = "<CALL:6>OY4QSA<QSO_DATE:8>20261101<TIME_ON:4>1000<BAND:3>20m<MODE:2>CW<GRIDSQUARE:4>IP62";

function taken(text: string) {
  const reader = adifReader();
  const bytes = new TextEncoder().encode(`<EOH>${text}<EOR>`);
  const [record] = [...reader.push(bytes), ...reader.finish()];
  const read = contactFromAdif(record!);
  if (!read.ok) throw new Error(read.reason);
  const checked = checkContact(read.contact, NOW);
  if (!checked.ok) throw new Error(checked.faults[0]!.text);
  return completeContact(checked.value);
}
const said = (credits: readonly Credit[]) =>
  credits.map(({ award, item, on, state }) => [award, item, on, state].join(" "));
const credit = (award: string, item: string, on: string, state: Credit["state"]): Credit => ({
  ...{ award, item, on, state, day: "2026-11-28", claim: "7001", source: "hand", reason: null },
});

test("the credits that the standard names are those of the contact's own items; others stay as they came", () => {
  const contact = taken(`${BASE}<CREDIT_SUBMITTED:9>DXCC,IOTA<CREDIT_GRANTED:36>DXCC:CARD&LOTW,CQWAZ_MIXED,VUCC_BAND`);
  expect(said(creditsByStandard(contact))).toEqual([
    ...["entities 222  granted", "cqZones 14  granted", "squares IP62 20m granted"],
  ]);
  expect(contact.extra.map(({ name, value }) => `${name} ${value}`)).toEqual([
    "CREDIT_SUBMITTED DXCC,IOTA",
    "CREDIT_GRANTED DXCC:CARD&LOTW,CQWAZ_MIXED,VUCC_BAND",
  ]);
  expect(creditsByStandard(taken(`${BASE}<CREDIT_GRANTED:8>DARC_DOK`))).toEqual([]);
});

test("our credits are written by the standard's names, behind what came, and read again as they were", () => {
  const contact = taken(`${BASE}<CREDIT_GRANTED:18>DXCC:CARD,DARC_DOK`);
  const credits = [
    ...[credit("entities", "222", "", "granted"), credit("entities", "222", "20m", "granted")],
    ...[credit("cqZones", "14", "", "claimed"), credit("mine", "OY4QSA", "", "claimed")],
  ];
  const record = adiRecord({ ...contact, credits });
  expect(record).toContain("<CREDIT_GRANTED:28>DXCC:CARD,DARC_DOK,DXCC_BAND ");
  expect(record).toContain("<CREDIT_SUBMITTED:11>CQWAZ_MIXED ");
  const again = taken(record.replace(/<EOR>\s*$/, ""));
  expect(again.credits).toEqual(credits);
  expect(again.extra).toEqual(contact.extra);
  expect(creditsByStandard(again)).toEqual(credits);
});
