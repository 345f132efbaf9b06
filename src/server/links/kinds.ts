import { z } from "zod";
import type { LinkKind } from "./linkKind";
import { adifIn } from "./kinds/adifIn";
import { adifOut } from "./kinds/adifOut";
import { keyer } from "./kinds/keyer";
import { mail } from "./kinds/mail";
import { radio } from "./kinds/radio";
import { spotNetwork } from "./kinds/spotNetwork";
import { sunFigures } from "./kinds/sunFigures";

/** Every kind of link. */
export const LINK_KINDS: readonly LinkKind[] = [radio, keyer, adifIn, adifOut, spotNetwork, sunFigures, mail];

export function kindById(id: string): LinkKind | undefined {
  return LINK_KINDS.find((kind) => kind.id === id);
}

const SECRETS = new Map(LINK_KINDS.map(({ id, settings }) => [id, secretsIn(settings)]));

/** Which settings of a kind are never told: those whose meta says that they are secret. */
export function secretsOf({ id }: LinkKind): readonly string[] {
  return SECRETS.get(id) ?? [];
}

function secretsIn(settings: LinkKind["settings"]): string[] {
  const { properties = {} } = z.toJSONSchema(settings, { io: "input", unrepresentable: "any" });
  return Object.entries(properties).flatMap(([key, described]) =>
    typeof described === "object" && "secret" in described ? [key] : [],
  );
}
