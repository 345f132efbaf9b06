import { serviceById, type ServiceId } from "./services";
import type { Service } from "./services/service";

/** What bringing services in step consists of. */
type StepKind = "before" | "fetch" | "send" | "bring" | "after";

/** One step, and the service that it has to do with; none where it looks how all of them stand. */
export interface PlannedStep {
  readonly kind: StepKind;
  readonly service: ServiceId | null;
}

/**
 * The steps that bring services in step, in their order: what others said comes in first, so that it can be brought to
 * who has not heard of it; a contact must be there before what proves it; and what came of that is fetched.
 */
export function stepsFor(services: readonly Pick<Service<ServiceId>, "id" | "bring">[]): PlannedStep[] {
  const each = (kind: StepKind, some = services) => some.map(({ id }) => ({ kind, service: id }));
  const hearing = services.filter(({ bring }) => bring !== null);
  return [
    { kind: "before", service: null },
    ...each("fetch"),
    ...each("send"),
    ...hearing.flatMap((service) => [...each("bring", [service]), ...each("fetch", [service])]),
    { kind: "after", service: null },
  ];
}

/** A step in words. */
export function stepText({ kind, service }: PlannedStep): string {
  const name = service === null ? "" : serviceById(service).name;
  switch (kind) {
    case "before":
      return "Look how each stands";
    case "fetch":
      return `Fetch from ${name}`;
    case "send":
      return `Send to ${name} what it lacks`;
    case "bring":
      return `Bring to ${name} what is confirmed elsewhere`;
    case "after":
      return "Look again";
  }
}
