import { adiHeader, adiRecord } from "../src/core/adif";
import { checkContact, type ContactFacts, isoTime, secondsOf } from "../src/core/contact";
import { generateContacts } from "../demo/generate";

const DAY = 86_400;
const END = Date.UTC(2026, 10, 1) / 1000;

/** As many contacts as asked: the demo log, over and over, each time some weeks earlier, in the order of time. All are valid. */
export function makeContacts(count: number): ContactFacts[] {
  const base = generateContacts(END);
  const contacts = Array.from({ length: count }, (_, index) => {
    const round = Math.floor(index / base.length);
    const input = base[index % base.length]!;
    const shift = (time: string) => isoTime(secondsOf(time) - round * 19 * DAY - round * 600);
    const checked = checkContact(
      { ...input, startedAt: shift(input.startedAt), endedAt: shift(input.endedAt!) },
      END + DAY,
    );
    if (!checked.ok) throw new Error(checked.faults[0]?.text);
    return checked.value;
  });
  return contacts.sort((a, b) => (a.startedAt < b.startedAt ? -1 : 1));
}

/** The contacts as an ADI file. */
export function makeAdi(contacts: readonly ContactFacts[]): Buffer {
  return Buffer.from(adiHeader({ name: "Bench", version: "1" }, [], END) + contacts.map(adiRecord).join(""));
}
