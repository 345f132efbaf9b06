import { lantern } from "./lantern";
import type { Service } from "./service";
import { tideline } from "./tideline";

/** All services, in the order in which they are shown. Whoever adds one names it here, and nowhere else. */
export const SERVICES = [lantern, tideline] as const;
export type ServiceId = (typeof SERVICES)[number]["id"];

export const SERVICE_IDS: readonly ServiceId[] = SERVICES.map(({ id }) => id);

const BY_ID: ReadonlyMap<string, Service<ServiceId>> = new Map(SERVICES.map((service) => [service.id, service]));

export function serviceById(id: ServiceId): Service<ServiceId> {
  return BY_ID.get(id)!;
}
