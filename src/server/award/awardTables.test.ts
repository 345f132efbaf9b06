import fc from "fast-check";
import { changeContact, deleteContact, getContact, logContact } from "../logbook/contacts";
import { testContext, valueOf } from "../testing";
import { awardTable } from "./awardTables";

const CALLS = { W1QRA: 291, PY8QRA: 108, DL1QTA: 230, CX4QRA: 144 } as const;
const BANDS = ["40m", "20m"];
const MODES = { CW: "CW", SSB: "voice", RTTY: "digital" } as const;
type Call = keyof typeof CALLS;
type Mode = keyof typeof MODES;
interface Made {
  readonly call: Call;
  readonly band: string;
  readonly mode: Mode;
  readonly confirmed: boolean;
}

const made: fc.Arbitrary<Made> = fc.record({
  call: fc.constantFrom(...(Object.keys(CALLS) as Call[])),
  band: fc.constantFrom(...BANDS),
  mode: fc.constantFrom(...(Object.keys(MODES) as Mode[])),
  confirmed: fc.boolean(),
});
const card = (confirmed: boolean) => [{ channel: "card", sent: "sent", received: confirmed ? "confirmed" : "no" }];

/** The cells counted one contact after the other, as text. */
function counted(log: readonly Made[]): string[] {
  const cells = new Map<string, [number, number]>();
  for (const { call, band, mode, confirmed } of log) {
    const key = `${CALLS[call]} ${band} ${MODES[mode]}`;
    const [worked, safe] = cells.get(key) ?? [0, 0];
    cells.set(key, [worked + 1, safe + (confirmed ? 1 : 0)]);
  }
  return [...cells].map(([key, [worked, safe]]) => `${key}: ${worked} worked, ${safe} confirmed`).sort();
}

test("its cells are those counted from the contacts, after any that are logged, changed and deleted", () =>
  fc.assert(
    fc.asyncProperty(
      fc.array(made, { maxLength: 12 }),
      fc.array(fc.tuple(fc.nat(11), fc.option(made)), { maxLength: 8 }),
      async (begun, changes) => {
        const { context, logbookId } = await testContext();
        const log = new Map<number, Made>();
        begun.forEach((one, at) => {
          const startedAt = `2026-11-20T10:${String(at).padStart(2, "0")}:00Z`;
          const { call, band, mode, confirmed } = one;
          const contact = { call, band, mode, startedAt, confirmations: card(confirmed) };
          log.set(valueOf(logContact(context, logbookId, contact)).id, one);
        });
        const ids = [...log.keys()];
        for (const [at, to] of changes) {
          const id = ids[at];
          if (id === undefined || !log.has(id)) continue;
          if (to === null) {
            valueOf(deleteContact(context, logbookId, id));
            log.delete(id);
          } else {
            const { call, band, mode, confirmed } = to;
            valueOf(changeContact(context, logbookId, id, { call, band, mode, confirmations: card(confirmed) }));
            expect(valueOf(getContact(context, logbookId, id)).entityCode).toBe(CALLS[call]);
            log.set(id, to);
          }
        }
        const { slots } = valueOf(awardTable(context, logbookId, "entities"));
        const cells = slots.map(
          ({ item, band, modeGroup, worked, confirmed }) =>
            `${item} ${band} ${modeGroup}: ${worked} worked, ${confirmed} confirmed`,
        );
        expect(cells.sort()).toEqual(counted([...log.values()]));
      },
    ),
    { numRuns: 60 },
  ));
