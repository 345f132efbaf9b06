import { type Registrar, serviceById, type ServiceId, type Sponsor, type Standing } from "../../core/confirm";
import { isoTime, secondsOf } from "../../core/contact";
import type { Identity } from "../../core/contract";
import { publicKeyOfRequest } from "../../core/identity/chain";
import { askService, orNoAnswer } from "../confirm/askService";
import type { Context } from "../context";
import { done, failed, type Result } from "../problem";
import type { Account } from "./account";
import { authorityOf } from "./authority";
import { identityOf, type IdentityRow, identityRow, updateIdentity } from "./identityRow";
import { checkCertificate, keepCertificate } from "./takeCertificate";

/** The operators who may vouch. */
export function readySponsors({ service, access }: Account): Promise<Result<Sponsor[]>> {
  return asking(service, async (registrar) =>
    done([...(await askService(serviceById(service), access, registrar.ready()))]),
  );
}

/** Hands a request in, and names who vouches. */
export async function handIn(
  context: Context,
  account: Account,
  id: number,
  sponsors: readonly string[],
): Promise<Result<Identity>> {
  const row = identityRow(context, account.service, id);
  if (!row.ok) return row;
  const { request, reference, name, address, mail, call } = row.value;
  if (request === null) return failed(409, "No request", `The identity of ${call} was loaded from a file.`);
  if (reference !== null) return failed(409, "Handed in", `The request for ${call} is handed in already.`);
  if (sponsors.includes(call)) return himself("sponsors");
  return asking(account.service, async (registrar) => {
    const most = registrar.sponsors;
    if (sponsors.length !== most)
      return failed(422, "Not valid", `Name ${most} operators.`, [
        { field: "sponsors", text: `name ${most} operators` },
      ]);
    const question = registrar.register({ request, name, address, mail, sponsors });
    return takeStanding(context, account, row.value, question);
  });
}

/** Asks how a request stands; a certificate that is there is taken. */
export async function pursue(context: Context, account: Account, id: number): Promise<Result<Identity>> {
  const row = identityRow(context, account.service, id);
  if (!row.ok) return row;
  const { reference } = row.value;
  if (reference === null) return notHandedIn(row.value);
  if (row.value.chain !== null) return done(identityOf(row.value));
  return asking(account.service, (registrar) =>
    takeStanding(context, account, row.value, registrar.standing(reference)),
  );
}

/** Asks another operator instead of one who declined, or does not answer. */
export async function replaceSponsor(
  context: Context,
  account: Account,
  id: number,
  { call, by }: { readonly call: string; readonly by: string },
): Promise<Result<Identity>> {
  const row = identityRow(context, account.service, id);
  if (!row.ok) return row;
  const { reference } = row.value;
  if (reference === null) return notHandedIn(row.value);
  if (by === row.value.call) return himself("by");
  return asking(account.service, (registrar) =>
    takeStanding(context, account, row.value, registrar.replace(reference, call, by), "by"),
  );
}

/** Loads the certificate that a request was answered with from elsewhere. */
export async function loadCertificate(
  context: Context,
  account: Account,
  id: number,
  text: string,
): Promise<Result<Identity>> {
  const row = identityRow(context, account.service, id);
  if (!row.ok) return row;
  return asking(account.service, () => takeText(context, account, row.value, text));
}

function himself(field: "sponsors" | "by") {
  const text = "nobody vouches for himself";
  return failed(422, "Not valid", "Nobody vouches for himself.", [{ field, text }]);
}

function notHandedIn({ call }: IdentityRow) {
  return failed(409, "Not handed in", `The request for ${call} is not handed in.`);
}

async function takeStanding(
  context: Context,
  account: Account,
  row: IdentityRow,
  question: ReturnType<Registrar["standing"]>,
  field = "sponsors",
): Promise<Result<Identity>> {
  const { name } = serviceById(account.service);
  const standing: Standing = await askService(serviceById(account.service), account.access, question);
  if ("problem" in standing)
    return failed(422, "Refused", `${name}: ${standing.problem}`, [{ field, text: standing.problem }]);
  const { reference, refused, certificate } = standing;
  const now = context.now();
  const kept = await context.write(() =>
    updateIdentity(context, row.id, {
      reference,
      refused,
      sponsors: JSON.stringify(standing.sponsors.map((one) => ({ ...one, since: isoTime(secondsOf(one.since)) }))),
      handedAt: row.handedAt ?? now,
      lookedAt: now,
    }),
  );
  return certificate === null ? done(kept) : takeText(context, account, row, certificate);
}

async function takeText(context: Context, account: Account, row: IdentityRow, text: string): Promise<Result<Identity>> {
  if (row.request === null) return failed(409, "No request", `The identity of ${row.call} was loaded from a file.`);
  const root = await authorityOf(context, account);
  const taken = await checkCertificate(row, publicKeyOfRequest(row.request), text, root, context.now());
  if (!taken.ok) return taken;
  return done(await context.write(() => keepCertificate(context, row, taken.value)));
}

/** Asks a service that gives identities; that it does not answer is a refusal. */
async function asking<Value>(
  service: ServiceId,
  work: (registrar: Registrar) => Promise<Result<Value>>,
): Promise<Result<Value>> {
  const { name, registrar } = serviceById(service);
  if (registrar === null) return failed(409, "Not needed", `${name} takes contacts without a signature.`);
  return orNoAnswer(() => work(registrar));
}
