import { modeGroup, parseMode } from "../../src/core/band";
import { baseCall, parseCallsign } from "../../src/core/callsign";
import { secondsOf } from "../../src/core/contact";
import { faultOfChain } from "../../src/core/identity/chain";
import { createVerifier } from "../../src/core/identity/signed";
import type { HandedContact } from "../world/handIns";
import type { Authority } from "./authority";

/** Why Lantern refuses a contact, or null. */
export function refusalOf(contact: HandedContact, now: number): string | null {
  if (!parseCallsign(contact.call).ok) return `${contact.call} is no call`;
  if (secondsOf(contact.startedAt) > now + 300) return "the contact lies in the future";
  if (parseMode(contact.mode) === null) return `the mode ${contact.mode} is not known`;
  return null;
}

/** Reads a signed contact; what its signature or its certificates lack is a reason to refuse it. */
export function createReader(
  { root }: Authority,
  clock: () => number,
): (signed: string) => Promise<HandedContact | { readonly refused: string }> {
  const verify = createVerifier(async ({ chain }) =>
    (await faultOfChain(chain, root)) === null ? null : "its certificate is none of Lantern's",
  );
  return async (signed) => {
    const verified = await verify(signed);
    if (verified.claims === null) return { refused: verified.fault };
    const { notBefore, notAfter } = verified.by.chain[0]!;
    const now = clock() * 1000;
    if (notAfter.getTime() < now) return { refused: `the certificate of ${verified.claims.by} has ended` };
    if (notBefore.getTime() > now) return { refused: `the certificate of ${verified.claims.by} is not yet valid` };
    const { by, call, at, band, mode } = verified.claims;
    return { ownCall: by, call, startedAt: at, band, mode };
  };
}

/** Two hand-ins with the same key are one contact. */
export function contactKey(contact: HandedContact): string {
  const group = modeGroup(parseMode(contact.mode)?.mode ?? contact.mode);
  return `${contact.ownCall} ${baseCall(contact.call)} ${contact.startedAt.slice(0, 16)} ${contact.band} ${group}`;
}
