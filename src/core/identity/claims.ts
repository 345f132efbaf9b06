import { z } from "zod";
import type { CompleteContact } from "../contact";
import { timeSchema } from "../contact/fieldSchemas";

/** A contact of which claims are made: itself, and our side of it. */
type ClaimedContact = Pick<
  CompleteContact,
  | "call"
  | "startedAt"
  | "endedAt"
  | "band"
  | "frequencyHz"
  | "mode"
  | "submode"
  | "ownGrid"
  | "ownState"
  | "ownCounty"
  | "ownEntityCode"
  | "ownCqZone"
  | "ownItuZone"
>;

const word = z.string().max(200);

/** What is signed of a contact. What is not known is left out. Times are ISO in UTC, frequencies in Hz. */
export const claimsSchema = z.object({
  by: z.string().max(20),
  call: z.string().max(20),
  at: timeSchema,
  until: timeSchema.optional(),
  band: z.string().max(20),
  hz: z.int().min(0).optional(),
  mode: z.string().max(40),
  submode: z.string().max(40).optional(),
  site: z.object({
    grid: word.optional(),
    state: word.optional(),
    county: word.optional(),
    entity: z.int().min(0).max(999).optional(),
    cqZone: z.int().min(1).max(40).optional(),
    ituZone: z.int().min(1).max(90).optional(),
  }),
});
export type Claims = z.output<typeof claimsSchema>;

/** What is signed of a contact that was made under a call. */
export function claimsOf(contact: ClaimedContact, by: string): Claims {
  const { call, startedAt, endedAt, band, frequencyHz, mode, submode } = contact;
  return {
    by,
    call,
    at: startedAt,
    ...(endedAt === startedAt ? {} : { until: endedAt }),
    band,
    ...known({ hz: frequencyHz }),
    mode,
    ...known({ submode }),
    site: known({
      grid: contact.ownGrid,
      state: contact.ownState,
      county: contact.ownCounty,
      entity: contact.ownEntityCode,
      cqZone: contact.ownCqZone,
      ituZone: contact.ownItuZone,
    }),
  };
}

type Known<Facts> = { [Key in keyof Facts]?: NonNullable<Facts[Key]> };

function known<Facts extends object>(facts: Facts): Known<Facts> {
  return Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== null)) as Known<Facts>;
}
