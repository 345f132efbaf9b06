"use client";

import { useKept } from "../kit/kept";
import { useLinks } from "../shell/useLinks";
import { keptPicture } from "./keptPicture";

/** The receivers that there are, and the one that is listened to: the one that was chosen, or else the first. */
export function useReceiver() {
  const { links, loaded, error, refetch } = useLinks();
  const { linkId } = useKept(keptPicture);
  const receivers = links.filter(({ role, on }) => role === "receiver" && on);
  const receiver = receivers.find(({ id }) => id === linkId) ?? receivers[0];
  return { links, loaded, error, refetch, receivers, receiver };
}
