import { serviceById } from "../../core/confirm";
import { readCertificates } from "../../core/identity/chain";
import { keepOf, keptAuthority } from "../confirm/access";
import { askService } from "../confirm/askService";
import { ServiceProblem } from "../http/askQuestion";
import type { Context } from "../context";
import type { Account } from "./account";

/**
 * The certificate that all of a service's own are signed by, as PEM: as it showed it first at this address.
 *
 * @throws ServiceProblem when it was never asked, and does not answer
 */
export async function authorityOf({ store, write }: Context, { logbookId, service, access }: Account): Promise<string> {
  const known = keptAuthority(store, logbookId, service);
  if (known !== null) return known;
  const description = serviceById(service);
  const { name, registrar } = description;
  if (registrar === null) throw new Error(`${name} gives no identities`);
  const authority = await askService(description, access, registrar.authority());
  if (readCertificates(authority)?.length !== 1)
    throw new ServiceProblem(`${name} shows an authority that is no certificate: is the address right?`);
  await write(() => keepOf(store, logbookId, service, { authority }));
  return authority;
}
