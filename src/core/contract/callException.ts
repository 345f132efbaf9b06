import { z } from "zod";
import { callSchema, daySchema, secondsOf } from "../contact";
import { entityByCode } from "../entity";

const day = (end: "T00:00:00Z" | "T23:59:59Z") =>
  daySchema
    .transform((value) => secondsOf(value + end))
    .nullable()
    .default(null);

/** A call that operated from an entity that its letters do not tell, on the days from and until, both inside. */
export const callExceptionInputSchema = z
  .strictObject({
    call: callSchema,
    entityCode: z.int().refine((code) => entityByCode(code) !== undefined, "no entity has this code"),
    from: day("T00:00:00Z"),
    until: day("T23:59:59Z"),
    cqZone: z.int().min(1).max(40).nullable().default(null),
    ituZone: z.int().min(1).max(90).nullable().default(null),
  })
  .refine(({ from, until }) => from === null || until === null || from <= until, {
    path: ["until"],
    error: "it ends before it begins",
  });

export const callExceptionSchema = z.object({
  id: z.int(),
  call: z.string(),
  entityCode: z.int(),
  from: z.string().nullable(),
  until: z.string().nullable(),
  cqZone: z.int().nullable(),
  ituZone: z.int().nullable(),
});
export type CallExceptionEntry = z.output<typeof callExceptionSchema>;
