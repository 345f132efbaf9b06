import { z } from "zod";
import { SPONSOR_ANSWERS } from "../confirm";
import { callSchema, daySchema } from "../contact/fieldSchemas";
import { serviceIdSchema } from "./service";

const openDay = z.union([daySchema, z.null()], { error: "write a day as in 2026-11-23, or leave it empty" });
const line = (longest: number, what: string) =>
  z.string().trim().min(1, `give ${what}`).max(longest, `${what} has at most ${longest} characters`);

/** What is asked for: an identity of a call for the contacts between two days, and who one is. */
export const identityInputSchema = z
  .strictObject({
    call: callSchema,
    entityCode: z.int({ error: "choose the entity" }).min(0).max(999),
    from: z.iso.date({ error: "write a day as in 2026-11-23" }),
    to: openDay,
    name: line(100, "your name"),
    address: line(300, "your address"),
    mail: z.email("write an address like ines@farol.example").max(200),
  })
  .refine(({ from, to }) => to === null || from <= to, {
    error: "the last day lies before the first",
    path: ["to"],
  });
export type IdentityInput = z.output<typeof identityInputSchema>;

export const sponsorSchema = z.object({ call: z.string(), name: z.string() });

/** An identity: what signs for a call between two days, or is on its way to it. */
export const identitySchema = z.object({
  id: z.int(),
  service: serviceIdSchema,
  call: z.string(),
  entityCode: z.int(),
  from: z.string(),
  to: z.string().nullable(),
  name: z.string(),
  address: z.string(),
  mail: z.string(),
  askedAt: z.string(),
  /** Whether a request lies here; one that was loaded from a file has none. */
  hasRequest: z.boolean(),
  handedAt: z.string().nullable(),
  /** When the service was last asked how it stands. */
  lookedAt: z.string().nullable(),
  sponsors: z.array(sponsorSchema.extend({ answer: z.enum(SPONSOR_ANSWERS), since: z.string() })),
  refused: z.string().nullable(),
  validFrom: z.string().nullable(),
  validTo: z.string().nullable(),
  replacedBy: z.int().nullable(),
  hasKey: z.boolean(),
  /** When it was last saved to a file. */
  savedAt: z.string().nullable(),
});
export type Identity = z.output<typeof identitySchema>;

/** The identities at a service. */
export const identitiesSchema = z.object({
  identities: z.array(identitySchema),
  /** Whether keys rest under a passphrase, and whether they can be used now. */
  passphrase: z.enum(["none", "closed", "open"]),
});
export type Identities = z.output<typeof identitiesSchema>;

/** What of a log the identities at a service sign; every contact is looked at for it. */
export const coverageSchema = z.object({
  /** How many contacts of the logbook each signs. */
  signs: z.array(z.object({ id: z.int(), count: z.int() })),
  /** Contacts that none signs, by call and reason, and what to ask for. */
  uncovered: z.array(
    z.object({
      call: z.string(),
      why: z.string(),
      count: z.int(),
      from: z.string(),
      to: z.string(),
      mend: z.object({ call: z.string(), from: z.string(), to: z.string().nullable() }).nullable(),
    }),
  ),
  /** The first and the last day of each call of the log, the most contacts first. */
  calls: z.array(z.object({ call: z.string(), count: z.int(), from: z.string(), to: z.string() })),
});
export type CoverageView = z.output<typeof coverageSchema>;

export const handInSchema = z.strictObject({
  sponsors: z
    .array(callSchema)
    .min(1)
    .max(5)
    .refine((calls) => new Set(calls).size === calls.length, "name different operators"),
});

export const sponsorChangeSchema = z.strictObject({ call: callSchema, by: callSchema });

const FILE_PASSWORD = z.string().min(8, "use at least 8 characters").max(200, "a password has at most 200 characters");

/** A passphrase of all keys that are kept here, or a password of a file. */
export const passphraseSchema = z.strictObject({
  current: z.string().max(200).nullable().default(null),
  /** Null takes the passphrase away. */
  next: FILE_PASSWORD.nullable(),
});
export const openSchema = z.strictObject({ passphrase: z.string().max(200) });
export const saveSchema = z.strictObject({ password: FILE_PASSWORD });
/** A file of PKCS #12, in base64, and its password. */
export const loadSchema = z.strictObject({
  file: z.base64("the file cannot be read").max(500_000, "an identity's file is smaller than that"),
  password: z.string().max(200),
});
export const certificateSchema = z.strictObject({
  text: z.string().max(100_000, "a certificate is smaller than that"),
});
export const identityChangeSchema = z.strictObject({ removed: z.boolean() });
/** A file that was made, in base64. */
export const madeFileSchema = z.object({ name: z.string(), file: z.base64() });
