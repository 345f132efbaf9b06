import fc from "fast-check";
import { type Arrangement, arrangementSchema, type PanelPart, panelsOf } from "@/core/contract";
import { afterDeed, type PanelDeed } from "./deeds";
import { PANELS } from "./panels";
import { apart, broughtBack, closed, movedTo, rootOf, shown, windowOf, withBox, withRoot } from "./placing";
import { SHIPPED } from "./shipped";

const group = (...panels: string[]): PanelPart => ({ panels, shown: 0, size: 100 });
const DAY: Arrangement = {
  version: 1,
  main: { split: "down", parts: [group("reading"), group("log")], size: 0 },
  windows: [],
};
const placesOf = (arrangement: Arrangement) =>
  Object.fromEntries(
    PANELS.flatMap(({ id }) => {
      const window = windowOf(arrangement, id);
      return window === undefined ? [] : [[id, window]];
    }),
  );

test("every workspace that ships can be kept, and is of panels that there are", () => {
  expect(new Set(SHIPPED.map(({ id }) => id)).size).toBe(SHIPPED.length);
  for (const { arrangement } of SHIPPED) {
    expect(arrangementSchema.parse(arrangement)).toEqual(arrangement);
    expect(rootOf(arrangement, null)).toEqual(arrangement.main);
    for (const { number, root } of arrangement.windows) expect(rootOf(arrangement, number)).toEqual(root);
  }
});

test("a panel goes into a window of its own and comes back; a window without panels is gone", () => {
  const { arrangement, number } = apart(DAY, "log");
  expect(placesOf(arrangement)).toEqual({ reading: null, log: 1 });
  const more = shown(arrangement, "map", number);
  expect(panelsOf(rootOf(more, 1))).toEqual(["log", "map"]);
  expect(apart(more, "reading")).toMatchObject({ number: 2, arrangement: { main: null } });
  expect(placesOf(movedTo(more, "log", null))).toEqual({ reading: null, log: null, map: 1 });
  expect(closed(closed(more, "log"), "map").windows).toEqual([]);
  expect(placesOf(broughtBack(more, 1))).toEqual({ reading: null, log: null, map: null });
  expect(broughtBack(more, 1).windows).toEqual([]);
  const box = { left: -1200, top: 0, width: 900, height: 700 };
  expect(withBox(more, 1, box).windows).toMatchObject([{ number: 1, box }]);
});

test("a panel that is shown comes to the front where it is, a new one to the right", () => {
  const tabs: Arrangement = { ...DAY, main: group("log", "spots") };
  expect(shown(tabs, "spots", null).main).toMatchObject({ panels: ["log", "spots"], shown: 1 });
  expect(shown(tabs, "sun", null).main).toMatchObject({ split: "across", parts: [{}, { panels: ["sun"] }] });
  expect(shown({ ...DAY, main: null }, "sun", null).main).toMatchObject({ panels: ["sun"] });
});

test("panels that this version does not know are not shown, and stay in what is kept", () => {
  const later: Arrangement = { ...DAY, main: { split: "across", parts: [group("hologram"), group("log")], size: 0 } };
  expect(rootOf(later, null)).toMatchObject({ panels: ["log"] });
  expect(arrangementSchema.parse(later)).toEqual(later);
  expect(rootOf({ ...DAY, main: group("hologram") }, null)).toBeNull();
});

test("whatever is done, no panel is lost but one that is closed, and none is twice", () => {
  const sides = ["left", "right", "up", "down"] as const;
  const deeds: PanelDeed[] = [
    ...sides.flatMap((side): PanelDeed[] => [
      { is: "move", side },
      { is: "size", side },
    ]),
    ...(["tabs", "apart", "back", "close"] as const).map((is): PanelDeed => ({ is })),
  ];
  const steps = fc.array(fc.tuple(fc.constantFrom(...PANELS.map(({ id }) => id)), fc.constantFrom(...deeds)), {
    maxLength: 30,
  });
  fc.assert(
    fc.property(fc.constantFrom(...SHIPPED), steps, ({ arrangement: start }, taken) => {
      let at: Arrangement = start;
      for (const [panel, deed] of taken) {
        const window = windowOf(at, panel);
        if (window === undefined || (deed.is === "apart" && at.windows.length === 4)) continue;
        const before = Object.keys(placesOf(at));
        const root = rootOf(at, window)!;
        const { arrangement, opens } = afterDeed(at, window, { panel, deed, shown: root });
        expect(arrangementSchema.safeParse(arrangement).success).toBe(true);
        expect(Object.keys(placesOf(arrangement))).toEqual(
          deed.is === "close" ? before.filter((one) => one !== panel) : before,
        );
        expect(opens === null).toBe(deed.is !== "apart");
        at = arrangement;
      }
      expect(withRoot(at, null, rootOf(at, null))).toEqual(at);
    }),
  );
});
