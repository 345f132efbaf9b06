import { z } from "zod";
import { CREDIT_STATES } from "../../award/credit";
import { ANSWERS, defineService, SPONSOR_ANSWERS, type ToldContact } from "./service";

const PER_PAGE = 200;
const CREDITS_PER_PAGE = 100;

const answersSchema = z.object({
  results: z.array(z.object({ id: z.int(), answer: z.enum(ANSWERS), reason: z.string().max(500).nullish() })).max(1000),
});

const toldSchema = {
  ownCall: z.string().max(20),
  call: z.string().max(20),
  startedAt: z.iso.datetime({ offset: true }),
  band: z.string().max(20),
  mode: z.string().max(40),
};

const statementsSchema = z.object({
  statements: z.array(z.object({ id: z.string().min(1).max(100), ...toldSchema })).max(1000),
  cursor: z.string().max(100),
  more: z.boolean(),
});

const accountSchema = z.object({
  calls: z
    .array(
      z.object({
        call: z.string().max(20),
        contacts: z.int().min(0),
        confirmed: z.int().min(0),
        lastAt: z.iso.datetime().nullable(),
      }),
    )
    .max(200),
});

const keySchema = { award: z.string().min(1).max(60), item: z.string().min(1).max(200), on: z.string().max(20) };
const claimNumberSchema = z.string().min(1).max(60);
const creditsSchema = z.object({
  credits: z
    .array(
      z.object({
        id: z.string().min(1).max(100),
        ...keySchema,
        state: z.enum(CREDIT_STATES),
        day: z.iso.date(),
        claim: claimNumberSchema.nullable(),
        reason: z.string().max(500).nullable(),
        ...toldSchema,
      }),
    )
    .max(1000),
  cursor: z.string().max(100),
  more: z.boolean(),
});
const totalsSchema = z.object({
  totals: z
    .array(z.object({ award: keySchema.award, on: keySchema.on, granted: z.int().min(0).max(1_000_000) }))
    .max(2000),
});
const claimSchema = z.object({
  claim: claimNumberSchema,
  results: z
    .array(
      z.object({
        ...keySchema,
        answer: z.enum(["taken", "known", "refused"]),
        claim: claimNumberSchema.nullable(),
        reason: z.string().max(500).nullable(),
      }),
    )
    .max(5000),
});

const pemSchema = z.string().max(50_000);
const standingSchema = z.union([
  z.object({ problem: z.string().min(1).max(500) }),
  z.object({
    reference: z.string().min(1).max(100),
    sponsors: z
      .array(
        z.object({
          call: z.string().max(20),
          name: z.string().max(100),
          answer: z.enum(SPONSOR_ANSWERS),
          since: z.iso.datetime(),
        }),
      )
      .max(10),
    refused: z.string().max(500).nullable(),
    certificate: pemSchema.nullable(),
  }),
]);
const sponsorsSchema = z.object({
  sponsors: z.array(z.object({ call: z.string().max(20), name: z.string().max(100) })).max(500),
});

function told({ ownCall, call, startedAt, band, mode, submode }: ToldContact) {
  return { ownCall, call, startedAt, band, mode: submode ?? mode };
}

export const lantern = defineService({
  id: "lantern",
  name: "Lantern",
  about: "Takes contacts that are signed by an identity of their call; its confirmations count for awards.",
  proof: "signed",
  recordedAs: "signed",
  standIn: { place: 0, token: "lantern-demo-token" },
  perRequest: 50,
  headers: (token) => ({ authorization: `Bearer ${token}` }),
  registrar: {
    sponsors: 2,
    authority: () => ({
      method: "GET",
      path: "authority",
      answer: z.object({ certificate: pemSchema }).transform(({ certificate }) => certificate),
    }),
    ready: () => ({ method: "GET", path: "sponsors", answer: sponsorsSchema.transform(({ sponsors }) => sponsors) }),
    register: (body) => ({ method: "POST", path: "requests", body, answer: standingSchema }),
    standing: (reference) => ({
      method: "GET",
      path: `requests/${encodeURIComponent(reference)}`,
      answer: standingSchema,
    }),
    replace: (reference, call, by) => ({
      method: "POST",
      path: `requests/${encodeURIComponent(reference)}/sponsor`,
      body: { call, by },
      answer: standingSchema,
    }),
  },
  send: (contacts) => ({
    method: "POST",
    path: "contacts",
    body: { contacts: contacts.map(({ id, signed }) => ({ id, signed })) },
    answer: answersSchema.transform(({ results }) => results),
  }),
  fetch: (cursor) => ({
    method: "GET",
    path: `statements?${new URLSearchParams({ after: cursor, limit: String(PER_PAGE) })}`,
    answer: statementsSchema,
  }),
  ask: null,
  bring: null,
  chart: null,
  grantor: {
    awards: ["entities", "cqZones", "unitedStates"],
    credits: (cursor) => ({
      method: "GET",
      path: `credits?${new URLSearchParams({ after: cursor, limit: String(CREDITS_PER_PAGE) })}`,
      answer: creditsSchema,
    }),
    totals: () => ({ method: "GET", path: "totals", answer: totalsSchema.transform(({ totals }) => totals) }),
    claim: (reference, credits) => ({
      method: "POST",
      path: "claims",
      body: {
        reference,
        credits: credits.map(({ award, item, on, shownBy, contact }) => ({
          award,
          item,
          on,
          shownBy,
          ...told(contact),
        })),
      },
      answer: claimSchema.transform(({ claim, results }) => ({ claim, credits: results })),
    }),
  },
  account: () => ({ method: "GET", path: "account", answer: accountSchema.transform(({ calls }) => calls) }),
});
