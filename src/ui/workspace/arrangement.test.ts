import fc from "fast-check";
import { arrangementSchema, type PanelPart, panelsOf } from "@/core/contract";
import {
  added,
  fitted,
  groupsOf,
  groupWith,
  inFront,
  moved,
  only,
  resized,
  type Side,
  sizesIn,
  tidied,
  together,
  without,
} from "./arrangement";
import { fromDock, toDock } from "./dockLayout";

const SIDES: readonly Side[] = ["left", "right", "up", "down"];
const NAMES = ["reading", "log", "spots", "bandMap", "map", "sun", "rate", "score", "before"];
/** The log takes what room there is. */
const grows = (panel: string) => panel === "log" || panel === "spots";
const group = (panels: string | readonly string[], size = 100, shown = 0): PanelPart => ({
  panels: [panels].flat(),
  shown,
  size,
});
const across = (...parts: PanelPart[]): PanelPart => ({ split: "across", parts, size: 100 });
const down = (...parts: PanelPart[]): PanelPart => ({ split: "down", parts, size: 100 });
/** As one reads it: [a b] are tabs, a | b beside one another, a / b one above the other. */
function written(part: PanelPart | null): string {
  if (part === null) return "";
  if ("panels" in part) return part.panels.length === 1 ? part.panels[0]! : `[${part.panels.join(" ")}]`;
  return `(${part.parts.map(written).join(part.split === "across" ? " | " : " / ")})`;
}

/** Any arrangement of some panels. */
const arrangements: fc.Arbitrary<PanelPart> = fc
  .tuple(fc.shuffledSubarray(NAMES, { minLength: 1 }), fc.array(fc.nat(7), { minLength: 24, maxLength: 24 }))
  .map(([names, choices]) => {
    const [first, ...rest] = names;
    return rest.reduce<PanelPart>((root, name, at) => {
      const choice = choices[at * 2]!;
      const grown = added(root, name, 50 + choices[at * 2 + 1]! * 40);
      if (choice > 3) return together(grown, name);
      return moved(grown, name, SIDES[choice]!);
    }, group(first!));
  });

/** What holds of every arrangement: nothing empty, no split of one, none within one that runs the same way. */
function expectSound(part: PanelPart): void {
  if ("panels" in part) {
    expect(part.panels.length).toBeGreaterThan(0);
    expect(part.shown).toBeLessThan(part.panels.length);
    return;
  }
  expect(part.parts.length).toBeGreaterThan(1);
  for (const inner of part.parts) {
    expect("split" in inner && inner.split).not.toBe(part.split);
    expectSound(inner);
  }
}

test("whatever is done to it, an arrangement stays sound, keeps its panels, and can be kept", () => {
  fc.assert(
    fc.property(arrangements, fc.nat(), fc.constantFrom(...SIDES), (root, pick, side) => {
      const panels = panelsOf(root);
      const panel = panels[pick % panels.length]!;
      for (const after of [
        moved(root, panel, side),
        together(root, panel),
        inFront(root, panel),
        resized(root, panel, side === "left" ? "across" : "down", 40),
        fitted(root, { width: 1200, height: 700 }, grows),
      ]) {
        expectSound(after);
        expect([...panelsOf(after)].sort()).toEqual([...panels].sort());
        expect(tidied(after)).toEqual(after);
      }
      expect(arrangementSchema.safeParse({ version: 1, main: root, windows: [] }).success).toBe(true);
      const rest = without(root, panel);
      expect(panelsOf(rest)).toEqual(panels.filter((one) => one !== panel));
      if (rest !== null) expectSound(rest);
    }),
  );
});

test("the dock shows an arrangement as it is, and gives it back", () => {
  const look = { titleOf: (panel: string) => panel, named: false };
  const room = { width: 1200, height: 700 };
  fc.assert(
    fc.property(arrangements, (root) => {
      const shown = fitted(root, room, grows);
      const back = fromDock(toDock(shown, room, look))!;
      expect(fitted(back, room, grows)).toEqual({ ...shown, size: back.size });
    }),
  );
});

test("a panel gets anywhere by moving", () => {
  fc.assert(
    fc.property(arrangements, fc.constantFrom(...SIDES), (root, side) => {
      const panel = panelsOf(root)[0]!;
      let at = root;
      for (let step = 0; step < 60; step++) at = moved(at, panel, side);
      expect(moved(at, panel, side)).toEqual(at);
      if (panelsOf(root).length === 1) return;
      if ("panels" in at) throw new Error("it did not leave its group");
      const edge = side === "left" || side === "up" ? at.parts[0]! : at.parts.at(-1)!;
      expect(written(edge)).toBe(panel);
    }),
  );
});

test("moving goes past the neighbour, out of the tabs, out of the split, and to the side", () => {
  const root = down(group("reading"), across(group("log"), down(group("spots"), group("rate"))));
  expect(written(moved(root, "log", "right"))).toBe("(reading / ((spots / rate) | log))");
  expect(written(moved(root, "rate", "left"))).toBe("(reading / (log | rate | spots))");
  expect(written(moved(root, "rate", "up"))).toBe("(reading / (log | (rate / spots)))");
  expect(written(moved(root, "spots", "up"))).toBe("(reading / spots / (log | rate))");
  expect(written(moved(root, "reading", "left"))).toBe("(reading | log | (spots / rate))");
  expect(written(moved(root, "reading", "up"))).toBe(written(root));
  expect(written(moved(group(["log", "spots"]), "spots", "left"))).toBe("(spots | log)");
  expect(written(together(root, "rate"))).toBe("(reading / (log | [spots rate]))");
  expect(written(together(root, "reading"))).toBe("([log reading] | (spots / rate))");
  expect(written(together(group(["log", "spots"]), "spots"))).toBe("[log spots]");
});

test("a panel that goes leaves the one beside it in front", () => {
  const tabs = group(["log", "spots", "map"], 100, 2);
  expect(without(tabs, "map")).toMatchObject({ panels: ["log", "spots"], shown: 1 });
  expect(without(tabs, "log")).toMatchObject({ panels: ["spots", "map"], shown: 1 });
  expect(without(group("log"), "log")).toBeNull();
  expect(groupWith(inFront(tabs, "log"), "spots").shown).toBe(0);
  expect(only(across(group("log"), group("hologram")), (panel) => panel === "log")).toEqual(group("log"));
  expect(only(group("hologram"), () => false)).toBeNull();
});

test("what grows takes the room that the others leave; all together they fill it", () => {
  const split = { split: "down" as const, parts: [group("reading", 224), group("log", 50)], size: 0 };
  expect(sizesIn(split, 600, grows)).toEqual([224, 376]);
  expect(sizesIn(split, 1000, grows)).toEqual([224, 776]);
  // Too little for both: what grows keeps the least.
  expect(sizesIn(split, 200, grows)).toEqual([100, 100]);
  const three = { ...split, parts: [group("log", 100), group("sun", 300), group("spots", 300)] };
  expect(sizesIn(three, 1020, grows)).toEqual([180, 300, 540]);
  // Where nothing grows, all do.
  expect(sizesIn({ ...split, parts: [group("sun", 100), group("rate", 100)] }, 500, grows)).toEqual([250, 250]);
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.constantFrom(...NAMES), fc.nat(2000)), { minLength: 2, maxLength: 9 }),
      fc.integer({ min: 0, max: 4000 }),
      (parts, length) => {
        const sizes = sizesIn(
          { split: "across", parts: parts.map(([name, size]) => group(name, size)), size: 0 },
          length,
          grows,
        );
        expect(sizes.reduce((total, one) => total + one, 0)).toBe(length);
        expect(Math.min(...sizes)).toBeGreaterThanOrEqual(0);
      },
    ),
  );
});

test("a panel gets larger at the cost of its neighbour, as far as there is room", () => {
  const root = down(group("reading", 224), across(group("log", 800), group("rate", 300)));
  const sizes = (part: PanelPart) => groupsOf(part).map(({ size }) => size);
  expect(sizes(resized(root, "log", "across", 40))).toEqual([224, 840, 260]);
  expect(sizes(resized(root, "rate", "across", 40))).toEqual([224, 760, 340]);
  expect(sizes(resized(root, "rate", "across", -1000))).toEqual([224, 980, 120]);
  // The log and the rate are as low as they may be.
  expect(sizes(resized(root, "reading", "down", 1000))).toEqual([224, 800, 300]);
  expect(resized(group("log"), "log", "down", 40)).toEqual(group("log"));
});
