import type { Selection } from "@/core/contract";

/** Which contacts are selected: some by their numbers, or all that the filter holds but for some. Pure. */
export type Picked =
  | { readonly kind: "some"; readonly ids: ReadonlySet<number> }
  | { readonly kind: "all"; readonly except: ReadonlySet<number> };

export const NONE_PICKED: Picked = { kind: "some", ids: new Set() };
export const ALL_PICKED: Picked = { kind: "all", except: new Set() };

export function isPicked(picked: Picked, id: number): boolean {
  return picked.kind === "some" ? picked.ids.has(id) : !picked.except.has(id);
}

/** How many are selected of `total` in the filter. */
export function pickedCount(picked: Picked, total: number): number {
  return picked.kind === "some" ? picked.ids.size : Math.max(0, total - picked.except.size);
}

export function withToggled(picked: Picked, id: number): Picked {
  return withSet(picked, [id], !isPicked(picked, id));
}

/** Contacts selected, or not selected any more. */
export function withSet(picked: Picked, ids: readonly number[], selected: boolean): Picked {
  const listed = new Set(picked.kind === "some" ? picked.ids : picked.except);
  const add = selected === (picked.kind === "some");
  for (const id of ids) {
    if (add) listed.add(id);
    else listed.delete(id);
  }
  return picked.kind === "some" ? { kind: "some", ids: listed } : { kind: "all", except: listed };
}

/** A selection as the interface for programs takes it. */
export function selectionOf(picked: Picked, filter: object): Selection {
  return picked.kind === "some" ? { ids: [...picked.ids] } : { all: filter, except: [...picked.except] };
}
