import type { LinkKind } from "./linkKind";
import { adifIn } from "./kinds/adifIn";
import { adifOut } from "./kinds/adifOut";
import { keyer } from "./kinds/keyer";
import { mail } from "./kinds/mail";
import { radio } from "./kinds/radio";
import { receiver } from "./kinds/receiver";
import { spotNetwork } from "./kinds/spotNetwork";
import { sunFigures } from "./kinds/sunFigures";

/** Every kind of link. */
export const LINK_KINDS: readonly LinkKind[] = [radio, keyer, receiver, adifIn, adifOut, spotNetwork, sunFigures, mail];

export function kindById(id: string): LinkKind | undefined {
  return LINK_KINDS.find((kind) => kind.id === id);
}
