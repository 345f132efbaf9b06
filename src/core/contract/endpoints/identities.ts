import { z } from "zod";
import { endpoint } from "../endpoint";
import {
  certificateSchema,
  coverageSchema,
  handInSchema,
  identitiesSchema,
  identityInputSchema,
  identityChangeSchema,
  identitySchema,
  loadSchema,
  madeFileSchema,
  openSchema,
  passphraseSchema,
  saveSchema,
  sponsorChangeSchema,
  sponsorSchema,
} from "../identity";

const SERVICE = "logbooks/{logbookId}/services/{service}";
const IDENTITIES = `${SERVICE}/identities`;
const IDENTITY = `${IDENTITIES}/{identityId}`;
const PASSPHRASE = "passphrase";

export const identities = endpoint({
  method: "GET",
  path: IDENTITIES,
  summary: "The identities at a service, and whether their keys are open",
  needs: "read",
  answer: identitiesSchema,
});

export const coverage = endpoint({
  method: "GET",
  path: `${IDENTITIES}/coverage`,
  summary: "How many contacts of the log each identity signs, and which none does",
  needs: "read",
  answer: coverageSchema,
});

export const askIdentity = endpoint({
  method: "POST",
  path: IDENTITIES,
  summary: "Make a key and a request for an identity; nothing is handed in yet",
  needs: "manage",
  status: 201,
  body: identityInputSchema,
  answer: identitySchema,
});

export const loadIdentity = endpoint({
  method: "POST",
  path: `${IDENTITIES}/load`,
  summary: "Load an identity from a file of PKCS #12",
  needs: "manage",
  status: 201,
  body: loadSchema,
  answer: identitySchema,
});

export const sponsors = endpoint({
  method: "GET",
  path: `${SERVICE}/sponsors`,
  summary: "The operators who may vouch at the service",
  needs: "manage",
  answer: { items: sponsorSchema },
});

export const handIn = endpoint({
  method: "POST",
  path: `${IDENTITY}/hand-in`,
  summary: "Hand a request in, and name the operators who vouch",
  needs: "manage",
  body: handInSchema,
  answer: identitySchema,
});

export const pursue = endpoint({
  method: "POST",
  path: `${IDENTITY}/look`,
  summary: "Ask the service how a request stands; a certificate that is there is taken",
  needs: "manage",
  answer: identitySchema,
});

export const replaceSponsor = endpoint({
  method: "POST",
  path: `${IDENTITY}/sponsor`,
  summary: "Ask another operator to vouch instead of one who declined or does not answer",
  needs: "manage",
  body: sponsorChangeSchema,
  answer: identitySchema,
});

export const requestFile = endpoint({
  method: "GET",
  path: `${IDENTITY}/request`,
  summary: "The request as a file of PKCS #10, to be handed in from elsewhere",
  needs: "manage",
  answer: { media: "application/x-pem-file" },
});

export const loadCertificate = endpoint({
  method: "POST",
  path: `${IDENTITY}/certificate`,
  summary: "Load the certificate that a request was answered with, as PEM",
  needs: "manage",
  body: certificateSchema,
  answer: identitySchema,
});

export const saveIdentity = endpoint({
  method: "POST",
  path: `${IDENTITY}/save`,
  summary: "An identity with its key as a file of PKCS #12 under a password",
  needs: "manage",
  body: saveSchema,
  answer: madeFileSchema,
});

export const removeIdentity = endpoint({
  method: "PATCH",
  path: IDENTITY,
  summary: "Take an identity away, or bring it back",
  needs: "manage",
  body: identityChangeSchema,
  answer: identitySchema,
});

export const setPassphrase = endpoint({
  method: "PUT",
  path: PASSPHRASE,
  summary: "Set, change or take away the passphrase of all keys",
  needs: "own",
  body: passphraseSchema,
  answer: z.object({ passphrase: identitiesSchema.shape.passphrase }),
});

export const openKeys = endpoint({
  method: "POST",
  path: `${PASSPHRASE}/open`,
  summary: "Open the keys with the passphrase, until they are closed or the application ends",
  needs: "manage",
  body: openSchema,
  answer: z.object({ passphrase: identitiesSchema.shape.passphrase }),
});

export const closeKeys = endpoint({
  method: "POST",
  path: `${PASSPHRASE}/close`,
  summary: "Close the keys",
  needs: "manage",
  answer: z.object({ passphrase: identitiesSchema.shape.passphrase }),
});

export const forgetKeys = endpoint({
  method: "DELETE",
  path: PASSPHRASE,
  summary: "Take the keys away whose passphrase is forgotten; the certificates stay, and keys can be loaded from files",
  needs: "own",
  answer: z.object({ passphrase: identitiesSchema.shape.passphrase }),
});
