import { z } from "zod";
import { callSchema } from "../contact";
import { ROLES } from "../people";

/** What one signs in by: a call, or any word of letters and digits. Large and small letters are the same. */
export const signInNameSchema = z
  .string()
  .trim()
  .min(3, "it has at least 3 signs")
  .max(30, "it has at most 30 signs")
  .regex(/^[\p{Letter}\p{Number}._-]+$/u, "use letters, digits, dots and dashes, as in CX3QUA or ines");

/** Long sentences make good ones. */
const LONGEST_PASSWORD = 128;
const SHORTEST_PASSWORD = 10;
export const passwordSchema = z
  .string()
  .min(SHORTEST_PASSWORD, `it has at least ${SHORTEST_PASSWORD} signs: a few words that belong to nothing else do well`)
  .max(LONGEST_PASSWORD, `it has at most ${LONGEST_PASSWORD} signs`);

export const roleSchema = z.enum(ROLES);
const nameSchema = z.string().trim().min(1, "say who it is").max(60, "a name has at most 60 characters");
const standing = {
  /** At the station, and in each logbook where nothing else is said. */
  role: roleSchema.nullable(),
  inLogbooks: z.array(z.object({ logbookId: z.int(), role: roleSchema })),
};

/** Where somebody is signed in. */
export const signedInSchema = z.object({
  id: z.int(),
  since: z.string(),
  until: z.string(),
  address: z.string().nullable(),
  /** What the browser calls itself. */
  browser: z.string().nullable(),
  /** Whether it is the one that asks. */
  isThis: z.boolean(),
});
export type SignedIn = z.output<typeof signedInSchema>;

export const personSchema = z.object({
  id: z.int(),
  name: z.string(),
  signInName: z.string(),
  /** Of the operator; what he logs says so. */
  call: z.string().nullable(),
  ...standing,
  signedIn: z.array(signedInSchema),
});
export type Person = z.output<typeof personSchema>;

/** What is not given stays as it is; roles in logbooks are given all together. */
export const personPatchSchema = z.strictObject({
  name: nameSchema.optional(),
  call: callSchema.nullable().optional(),
  role: roleSchema.nullable().optional(),
  inLogbooks: z
    .array(z.strictObject({ logbookId: z.int(), role: roleSchema }))
    .max(1000)
    .optional(),
});

/** Who asks: a person, or whoever sits at the computer of a station that is not shared. */
export const actingSchema = z.object({
  personId: z.int().nullable(),
  name: z.string(),
  call: z.string().nullable(),
  ...standing,
});
export type Acting = z.output<typeof actingSchema>;

export const signInSchema = z.strictObject({ signInName: z.string().max(200), password: z.string().max(1000) });
export const passwordChangeSchema = z.strictObject({ before: z.string().max(1000), password: passwordSchema });

/** How long an invitation may be kept, hours. */
const LONGEST_INVITATION = 24 * 30;
export const invitationInputSchema = z.strictObject({
  /** Whom it is for, as a note of who invites. */
  forWhom: nameSchema,
  role: roleSchema,
  /** The one logbook that it is for; null for the station. */
  logbookId: z.int().nullable(),
  hours: z.int().min(1).max(LONGEST_INVITATION).default(72),
});
export const invitationSchema = z.object({
  id: z.int(),
  forWhom: z.string(),
  role: roleSchema.nullable(),
  logbookId: z.int().nullable(),
  /** Of a person who has lost the password; null for somebody new. */
  personId: z.int().nullable(),
  madeBy: z.string(),
  madeAt: z.string(),
  expiresAt: z.string(),
});
export type Invitation = z.output<typeof invitationSchema>;
/** The token is told once. */
export const madeInvitationSchema = z.object({ invitation: invitationSchema, token: z.string() });
export type MadeInvitation = z.output<typeof madeInvitationSchema>;

const tokenSchema = z.string().min(1).max(100);
export const tokenInputSchema = z.strictObject({ token: tokenSchema });
/** What an invitation says to who has it. */
export const invitedSchema = z.object({
  forWhom: z.string(),
  madeBy: z.string(),
  role: roleSchema.nullable(),
  /** The name of the one logbook it is for. */
  logbook: z.string().nullable(),
  /** Of whom it renews the password. */
  signInName: z.string().nullable(),
});
export type Invited = z.output<typeof invitedSchema>;
/** With an invitation that renews a password, only that is asked for. */
export const acceptanceSchema = z.strictObject({
  token: tokenSchema,
  password: passwordSchema,
  person: z.strictObject({ name: nameSchema, signInName: signInNameSchema, call: callSchema.nullable() }).nullable(),
});

/** How the station is open to others. */
export const sharingSchema = z.object({
  /** False: it answers this computer alone, and nobody signs in. */
  isShared: z.boolean(),
  addresses: z.array(z.string()),
  /** Of the certificate, SHA-256 in pairs of figures. */
  fingerprint: z.string().nullable(),
  /** Whether it was made here, so that browsers warn of it. */
  isSelfMade: z.boolean(),
  /** Until when the certificate holds. */
  until: z.string().nullable(),
});
export type Sharing = z.output<typeof sharingSchema>;
