import { panelsOf, type PanelGroup, type PanelPart, type PanelSplit } from "@/core/contract";

export type Side = "left" | "right" | "up" | "down";

type Split = PanelSplit["split"];
/** Along what one goes to a side. */
const alongOf = (side: Side): Split => (side === "left" || side === "right" ? "across" : "down");
const isFirst = (side: Side): boolean => side === "left" || side === "up";
/** Parts are no smaller than that, pixels. */
const LEAST: Readonly<Record<Split, number>> = { across: 120, down: 100 };

/** A part without a size of its own, pixels. */
const USUAL = 240;

const isGroup = (part: PanelPart): part is PanelGroup => "panels" in part;
const holds = (part: PanelPart, panel: string) => panelsOf(part).includes(panel);
export const groupOf = (panel: string, size = 0): PanelGroup => ({ panels: [panel], shown: 0, size });

/** The same arrangement with no empty group, no split of one part, and none within one that runs the same way. */
export function tidied(part: PanelPart): PanelPart | null {
  if (isGroup(part)) {
    if (part.panels.length === 0) return null;
    return { ...part, shown: Math.min(part.shown, part.panels.length - 1) };
  }
  const parts = part.parts
    .map(tidied)
    .filter((inner) => inner !== null)
    .flatMap((inner) => (!isGroup(inner) && inner.split === part.split ? inner.parts : [inner]));
  if (parts.length < 2) return parts[0] === undefined ? null : { ...parts[0], size: part.size };
  return { ...part, parts };
}

/** Each group as `change` makes it. */
function withGroups(part: PanelPart, change: (group: PanelGroup) => PanelPart): PanelPart {
  return isGroup(part) ? change(part) : { ...part, parts: part.parts.map((inner) => withGroups(inner, change)) };
}

/** Without a panel; null where it was the only one. */
export function without(root: PanelPart, panel: string): PanelPart | null {
  const kept = withGroups(root, (group) => {
    const at = group.panels.indexOf(panel);
    if (at === -1) return group;
    const shown = at < group.shown ? group.shown - 1 : group.shown;
    return { ...group, panels: group.panels.filter((one) => one !== panel), shown };
  });
  return tidied(kept);
}

/** With only the panels that `isKnown` says yes to. */
export function only(root: PanelPart | null, isKnown: (panel: string) => boolean): PanelPart | null {
  return panelsOf(root)
    .filter((panel) => !isKnown(panel))
    .reduce<PanelPart | null>((part, panel) => part && without(part, panel), root);
}

/** With a panel in front of its group. */
export function inFront(root: PanelPart, panel: string): PanelPart {
  return withGroups(root, (group) => {
    const at = group.panels.indexOf(panel);
    return at === -1 ? group : { ...group, shown: at };
  });
}

/** A new panel in the group of another one, in front. */
function withTab(root: PanelPart, other: string, panel: string): PanelPart {
  return withGroups(root, (group) =>
    group.panels.includes(other) ? { ...group, panels: [...group.panels, panel], shown: group.panels.length } : group,
  );
}

/** A part at a side of all of another. */
function atSide(part: PanelPart, side: Side, added: PanelPart): PanelPart {
  const parts = isFirst(side) ? [added, part] : [part, added];
  return tidied({ split: alongOf(side), parts, size: part.size })!;
}

/**
 * With a panel that was not there: at the right, of its size; the rest makes room.
 *
 * @param size pixels
 */
export function added(root: PanelPart | null, panel: string, size: number): PanelPart {
  return root === null ? groupOf(panel, size) : atSide(root, "right", groupOf(panel, size));
}

/**
 * A panel one place to a side: out of the tabs of its group, past its neighbour, out of the split that it is in, and in
 * the end along all of the side. At the side already, it is as it was.
 */
export function moved(root: PanelPart, panel: string, side: Side): PanelPart {
  return tidied(movedWithin(root, panel, side) ?? toEdge(root, panel, side))!;
}

/** Null where this part has no room for it on that side. */
function movedWithin(part: PanelPart, panel: string, side: Side): PanelPart | null {
  if (isGroup(part)) {
    if (part.panels.length < 2) return null;
    return atSide(without(part, panel)!, side, groupOf(panel, part.size));
  }
  const at = part.parts.findIndex((inner) => holds(inner, panel));
  const own = part.parts[at]!;
  const inside = movedWithin(own, panel, side);
  if (inside !== null) return { ...part, parts: part.parts.with(at, { ...inside, size: own.size }) };
  if (part.split !== alongOf(side)) return null;
  const next = at + (isFirst(side) ? -1 : 1);
  const neighbour = part.parts[next];
  const rest = without(own, panel);
  if (neighbour === undefined) {
    if (rest === null) return null;
    const half = own.size / 2;
    const pair = [{ ...rest, size: half }, groupOf(panel, half)];
    return { ...part, parts: part.parts.toSpliced(at, 1, ...(isFirst(side) ? pair.reverse() : pair)) };
  }
  if (rest === null) return { ...part, parts: part.parts.with(at, neighbour).with(next, own) };
  const size = Math.min(own.size, neighbour.size) / 2;
  const between = groupOf(panel, size);
  return { ...part, parts: part.parts.with(at, rest).toSpliced(isFirst(side) ? at : next, 0, between) };
}

function toEdge(root: PanelPart, panel: string, side: Side): PanelPart {
  const rest = without(root, panel);
  if (rest === null || (!isGroup(root) && root.split === alongOf(side))) return root;
  return atSide(rest, side, groupOf(panel, 0));
}

/** A panel into the tabs of the one before it, as one reads; the first one into those of the next. */
export function together(root: PanelPart, panel: string): PanelPart {
  const others = panelsOf(root).filter((one) => !groupWith(root, panel).panels.includes(one) || one === panel);
  const at = others.indexOf(panel);
  const other = others[at - 1] ?? others[at + 1];
  const rest = without(root, panel);
  return other === undefined || rest === null ? root : tidied(withTab(rest, other, panel))!;
}

/** The group that a panel is in. */
export function groupWith(root: PanelPart, panel: string): PanelGroup {
  const found = groupsOf(root).find(({ panels }) => panels.includes(panel));
  if (found === undefined) throw new Error(`the panel ${panel} is not there`);
  return found;
}

export function groupsOf(root: PanelPart): readonly PanelGroup[] {
  return isGroup(root) ? [root] : root.parts.flatMap(groupsOf);
}

/** A panel larger or smaller by so many pixels; its neighbour gives or takes them. */
export function resized(root: PanelPart, panel: string, along: Split, by: number): PanelPart {
  if (isGroup(root)) return root;
  const at = root.parts.findIndex((inner) => holds(inner, panel));
  const own = root.parts[at]!;
  const inner = resized(own, panel, along, by);
  if (inner !== own) return { ...root, parts: root.parts.with(at, inner) };
  if (root.split !== along) return root;
  const other = at + 1 < root.parts.length ? at + 1 : at - 1;
  const neighbour = root.parts[other]!;
  const most = Math.max(0, neighbour.size - LEAST[along]);
  const least = Math.min(0, LEAST[along] - own.size);
  const given = Math.min(most, Math.max(least, by));
  if (given === 0) return root;
  const parts = root.parts.with(at, { ...own, size: own.size + given });
  return { ...root, parts: parts.with(other, { ...neighbour, size: neighbour.size - given }) };
}

/**
 * How long each part is where all have so much, pixels: those that grow share what the others leave, by their sizes.
 *
 * @param grows whether a panel takes what room there is
 */
export function sizesIn(
  { split, parts }: PanelSplit,
  length: number,
  grows: (panel: string) => boolean,
): readonly number[] {
  const elastic = parts.map((part) => panelsOf(part).some(grows));
  const grow = parts.map((_, at) => elastic[at] === true || !elastic.includes(true));
  const sizes = parts.map(({ size }) => size || USUAL);
  const growing = grow.filter(Boolean).length;
  const fixed = sum(sizes.filter((_, at) => !grow[at]));
  const least = Math.min(LEAST[split], length / growing);
  const scale = fixed > 0 ? Math.min(1, (length - growing * least) / fixed) : 1;
  const shares = shared(
    sizes.filter((_, at) => grow[at]),
    length - fixed * scale,
    least,
  );
  const exact = sizes.map((size, at) => (grow[at] ? shares[sum(grow.slice(0, at).map(Number))]! : size * scale));
  const ends = exact.map((_, at) => Math.round(sum(exact.slice(0, at + 1))));
  return ends.map((end, at) => end - (ends[at - 1] ?? 0));
}

/** A length by shares, none less than the least. */
function shared(shares: readonly number[], length: number, least: number): readonly number[] {
  const scale = length / sum(shares);
  const small = shares.map((share) => share * scale < least);
  if (!small.includes(true)) return shares.map((share) => share * scale);
  if (!small.includes(false)) return shares.map(() => length / shares.length);
  const rest = shared(
    shares.filter((_, at) => !small[at]),
    length - least * small.filter(Boolean).length,
    least,
  );
  return shares.map((_, at) => (small[at] ? least : rest[small.slice(0, at).filter((one) => !one).length]!));
}

/** The same arrangement with the sizes that it has in a room of so many pixels. */
export function fitted(
  part: PanelPart,
  room: { readonly width: number; readonly height: number },
  grows: (panel: string) => boolean,
): PanelPart {
  if (isGroup(part)) return part;
  const across = part.split === "across";
  const sizes = sizesIn(part, across ? room.width : room.height, grows);
  const parts = part.parts.map((inner, at) => {
    const size = sizes[at]!;
    return { ...fitted(inner, across ? { ...room, width: size } : { ...room, height: size }, grows), size };
  });
  return { ...part, parts };
}

function sum(numbers: readonly number[]): number {
  return numbers.reduce((total, one) => total + one, 0);
}
