import type { ServiceId } from "@/core/confirm";
import { isUnsaved } from "@/core/identity";
import { useNow } from "../../kit/useNow";
import { useIdentities } from "./useIdentities";

/** Reminds whoever saves a log of the keys that lie nowhere but here. */
export function UnsavedKeys({ logbookId, service }: { logbookId: number; service: ServiceId }) {
  const now = useNow();
  const { data } = useIdentities(logbookId, service);
  if (now === null || data === undefined) return null;
  const unsaved = data.identities.filter((one) => isUnsaved(one, now));
  if (unsaved.length === 0) return null;
  return (
    <p>
      Keys are in no export. Not saved to a file: {unsaved.map(({ call }) => call).join(", ")}. A key that is lost
      cannot be had again: save it in Confirm, under Identities.
    </p>
  );
}
