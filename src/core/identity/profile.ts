import { fromBER, Utf8String } from "asn1js";
import { z } from "zod";
import { parseCallsign } from "../callsign";

/**
 * What a certificate says besides a name and a key: for which call of which entity it signs contacts, between which
 * days. JSON as a UTF8String in an extension of its own (X.509, RFC 5280, 4.2). Its number is of those that
 * RFC 5612 sets apart for examples: Lantern is made up.
 */
export const SCOPE_EXTENSION = "1.3.6.1.4.1.32473.1.1";

const day = z.iso.date();

const scopeSchema = z.object({
  call: z
    .string()
    .max(20)
    .refine((call) => parseCallsign(call).ok, "is no call"),
  entity: z.int().min(0).max(999),
  from: day,
  /** Null where it stays open. */
  to: day.nullable(),
});
export type Scope = z.output<typeof scopeSchema>;

export function encodeScope(scope: Scope): ArrayBuffer {
  return new Utf8String({ value: JSON.stringify(scope) }).toBER();
}

/** Null where it is none. */
export function decodeScope(bytes: ArrayBuffer): Scope | null {
  const { result } = fromBER(bytes);
  if (!(result instanceof Utf8String)) return null;
  try {
    return scopeSchema.parse(JSON.parse(result.valueBlock.value));
  } catch {
    return null;
  }
}
