import { type Condition, type FilterGroup, isGroup } from "@/core/view";

/** Where an item of a filter stands: its place in each group from the outermost. */
export type Path = readonly number[];

/** A filter with something at a place changed, or taken out where `change` gives null. Empty groups go, too. */
export function changedAt(
  group: FilterGroup,
  [at, ...rest]: Path,
  change: (item: Condition | FilterGroup) => Condition | FilterGroup | null,
): FilterGroup {
  const of = group.of.flatMap((item, index) => {
    if (index !== at) return [item];
    const next = rest.length === 0 ? change(item) : isGroup(item) ? changedAt(item, rest, change) : item;
    return next === null || (isGroup(next) && next.of.length === 0) ? [] : [next];
  });
  return { ...group, of };
}

/** A filter with something added at the end of the group at a place; [] is the outermost. */
export function addedTo(group: FilterGroup, path: Path, item: Condition | FilterGroup): FilterGroup {
  const [at, ...rest] = path;
  if (at === undefined) return { ...group, of: [...group.of, item] };
  return {
    ...group,
    of: group.of.map((one, index) => (index === at && isGroup(one) ? addedTo(one, rest, item) : one)),
  };
}

export function withJoinTurned(group: FilterGroup): FilterGroup {
  return { ...group, join: group.join === "all" ? "any" : "all" };
}
