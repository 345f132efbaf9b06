import { z } from "zod";
import { bandByName, modeGroup, parseMode } from "../../band";
import { isoTime, secondsOf } from "../../contact/seconds";
import { defineService, type ToldContact } from "./service";

const PER_PAGE = 200;
/** Years that a date can be written of, seconds since 1970 UTC. */
const time = z.int().min(secondsOf("1900-01-01T00:00:00Z")).max(secondsOf("9999-12-31T23:59:59Z"));
const ref = z.int();

const keptSchema = z
  .object({
    kept: z.array(ref).max(1000),
    had: z.array(ref).max(1000),
    turnedDown: z.array(z.object({ ref, because: z.string().max(500) })).max(1000),
  })
  .transform(({ kept, had, turnedDown }) => [
    ...kept.map((id) => ({ id, answer: "accepted" as const })),
    ...had.map((id) => ({ id, answer: "known" as const })),
    ...turnedDown.map(({ ref: id, because }) => ({ id, answer: "refused" as const, reason: because })),
  ]);

const count = z.int().min(0);
const chartSchema = z.object({
  chart: z
    .array(
      z.object({
        entity: z.int().min(1).max(999).nullable(),
        band: z.string().refine((band) => bandByName(band) !== undefined),
        mode: z.string().max(40),
        entries: count,
        met: count,
      }),
    )
    .max(100_000),
});

const metSchema = z.object({
  met: z
    .array(
      z.object({
        number: z.int(),
        log: z.string().max(20),
        with: z.string().max(20),
        at: time,
        band: z.string().max(20),
        mode: z.string().max(40),
      }),
    )
    .max(1000),
  to: z.int(),
  end: z.boolean(),
});

const logsSchema = z.object({
  logs: z.array(z.object({ log: z.string().max(20), entries: count, met: count, latest: time.nullable() })).max(200),
});

/** A contact as Tideline writes it. */
function entryOf({ ownCall, call, startedAt, band, mode, submode }: ToldContact) {
  return { log: ownCall, with: call, at: secondsOf(startedAt), band, mode: submode ?? mode };
}

export const tideline = defineService({
  id: "tideline",
  name: "Tideline",
  about: "A log that operators share: it says which contacts stand in both logs. Nothing is signed.",
  proof: "told",
  recordedAs: "unsigned",
  standIn: { place: 13, token: "tideline-demo-key" },
  perRequest: 100,
  headers: (token) => ({ "x-tideline-key": token }),
  registrar: null,
  send: (contacts) => ({
    method: "POST",
    path: "entries",
    body: { entries: contacts.map((contact) => ({ ref: contact.id, ...entryOf(contact) })) },
    answer: keptSchema,
  }),
  fetch: (cursor) => ({
    method: "GET",
    path: `met?${new URLSearchParams({ from: cursor || "0", count: String(PER_PAGE) })}`,
    answer: metSchema.transform(({ met, to, end }) => ({
      statements: met.map(({ number, log, with: call, at, band, mode }) => ({
        id: `T${number}`,
        ownCall: log,
        call,
        startedAt: isoTime(at),
        band,
        mode,
      })),
      cursor: String(to),
      more: !end,
    })),
  }),
  ask: (contact, text) => ({
    method: "POST",
    path: "questions",
    body: { ...entryOf(contact), text },
    answer: z
      .union([z.object({ carried: z.literal(true) }), z.object({ because: z.string().max(500) })])
      .transform((answer) => ({ why: "because" in answer ? answer.because : null })),
  }),
  bring: (proven) => ({
    method: "POST",
    path: "proofs",
    body: { proofs: proven.map((contact) => ({ ref: contact.id, ...entryOf(contact), through: contact.through })) },
    answer: keptSchema,
  }),
  chart: () => ({
    method: "GET",
    path: "chart",
    answer: chartSchema.transform(({ chart }) =>
      chart.map(({ entity, band, mode, entries, met }) => ({
        entityCode: entity,
        band,
        modeGroup: modeGroup(parseMode(mode)?.mode ?? mode),
        contacts: entries,
        confirmed: met,
      })),
    ),
  }),
  grantor: null,
  account: () => ({
    method: "GET",
    path: "logs",
    answer: logsSchema.transform(({ logs }) =>
      logs.map(({ log, entries, met, latest }) => ({
        call: log,
        contacts: entries,
        confirmed: met,
        lastAt: latest === null ? null : isoTime(latest),
      })),
    ),
  }),
});
