import { useQuery } from "@tanstack/react-query";
import { serviceById, type ServiceId, SERVICES } from "@/core/confirm";
import * as endpoints from "@/core/contract/endpoints/identities";
import { findSigners } from "@/core/identity";
import { ask } from "../../kit/api";
import { useNow } from "../../kit/useNow";
import { useLogbook } from "../../shell/logbook";

/** The services that take only what is signed. */
export const SIGNING: readonly ServiceId[] = SERVICES.map(({ id }) => id).filter(isSigning);

export function isSigning(service: ServiceId): boolean {
  return serviceById(service).registrar !== null;
}

/** The identities at a service; none where it takes what is not signed. */
export function useIdentities(logbookId: number, service: ServiceId) {
  return useQuery({
    queryKey: ["identities", logbookId, service],
    queryFn: () => ask(endpoints.identities, { params: { logbookId, service } }),
    enabled: isSigning(service),
  });
}

/** What of the log the identities at a service sign. */
export function useCoverage(logbookId: number, service: ServiceId) {
  return useQuery({
    queryKey: ["identities", logbookId, service, "coverage"],
    queryFn: () => ask(endpoints.coverage, { params: { logbookId, service } }),
  });
}

const NOBODY_NEEDED = () => null;

/** Why nobody signs a contact that waits for a service, or null where somebody does or need not; undefined until known. */
export function useUnsignedWhy(
  service: ServiceId,
): ((contact: { readonly ownCall: string | null; readonly startedAt: string }) => string | null) | undefined {
  const { logbook } = useLogbook();
  const now = useNow();
  const { data: known } = useIdentities(logbook.id, service);
  if (!isSigning(service)) return NOBODY_NEEDED;
  if (known === undefined || now === null) return undefined;
  const signerOf = findSigners(known.identities, service, now);
  return ({ ownCall, startedAt }) => {
    const signer = signerOf(ownCall ?? logbook.site.call, startedAt);
    return signer.identity === null ? signer.why : null;
  };
}
