import type { ServiceId } from "../../core/confirm";
import { accessOf, type ServiceAccess, type ServiceDefaults } from "../confirm/access";
import type { Context } from "../context";

/** By which account of which logbook a service is asked. */
export interface Account {
  readonly logbookId: number;
  readonly service: ServiceId;
  readonly access: ServiceAccess;
}

export function accountOf(
  context: Pick<Context, "store">,
  defaults: ServiceDefaults,
  { logbookId, service }: Pick<Account, "logbookId" | "service">,
): Account {
  return { logbookId, service, access: accessOf(context, defaults, logbookId, service) };
}
