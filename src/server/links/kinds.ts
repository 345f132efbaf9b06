import type { LinkKind } from "./linkKind";
import { keyer } from "./kinds/keyer";
import { radio } from "./kinds/radio";

/** Every kind of link. */
export const LINK_KINDS: readonly LinkKind[] = [radio, keyer];

export function kindById(id: string): LinkKind | undefined {
  return LINK_KINDS.find((kind) => kind.id === id);
}
