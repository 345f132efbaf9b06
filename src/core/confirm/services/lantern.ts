import { z } from "zod";
import { ANSWERS, defineService } from "./service";

const PER_PAGE = 200;

const answersSchema = z.object({
  results: z.array(z.object({ id: z.int(), answer: z.enum(ANSWERS), reason: z.string().max(500).nullish() })).max(1000),
});

const statementsSchema = z.object({
  statements: z
    .array(
      z.object({
        id: z.string().min(1).max(100),
        ownCall: z.string().max(20),
        call: z.string().max(20),
        startedAt: z.iso.datetime({ offset: true }),
        band: z.string().max(20),
        mode: z.string().max(40),
      }),
    )
    .max(1000),
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

export const lantern = defineService({
  id: "lantern",
  name: "Lantern",
  about: "Confirms contacts for the calls that are registered with it, and its confirmations count for awards.",
  proof: "signed",
  recordedAs: "signed",
  standIn: { place: 0, token: "lantern-demo-token" },
  perRequest: 50,
  headers: (token) => ({ authorization: `Bearer ${token}` }),
  send: (contacts) => ({
    method: "POST",
    path: "contacts",
    body: { contacts },
    answer: answersSchema.transform(({ results }) => results),
  }),
  fetch: (cursor) => ({
    method: "GET",
    path: `statements?${new URLSearchParams({ after: cursor, limit: String(PER_PAGE) })}`,
    answer: statementsSchema,
  }),
  account: () => ({ method: "GET", path: "account", answer: accountSchema.transform(({ calls }) => calls) }),
});
