import { createPanelPlaces } from "./panelPlaces";

let measure: () => void;
const watched = new Set<Element>();
beforeEach(() => {
  watched.clear();
  globalThis.ResizeObserver = class {
    constructor(callback: ResizeObserverCallback) {
      measure = () => callback([], this);
    }
    observe = (element: Element) => void watched.add(element);
    unobserve = (element: Element) => void watched.delete(element);
    disconnect() {}
  };
});

/** An element of the page that is where the box says, also when that changes. */
function elementAt(box: { left: number; top: number; width: number; height: number }) {
  const element = document.createElement("div");
  element.getBoundingClientRect = () => box as DOMRect;
  return element;
}
function begun() {
  const room = elementAt({ left: 10, top: 100, width: 900, height: 600 });
  const panel = document.createElement("div");
  room.append(panel);
  const places = createPanelPlaces();
  places.panel("log", panel);
  const placed = () => (["left", "top", "width", "height"] as const).map((side) => panel.style[side]);
  return { places, panel, placed };
}

test("a panel is over its slot, from where its room begins, and follows it", () => {
  const { places, panel, placed } = begun();
  const box = { left: 10, top: 330, width: 900, height: 370 };
  const slot = elementAt(box);
  places.slot("log", slot);
  places.place();
  expect(placed()).toEqual(["0px", "230px", "900px", "370px"]);
  expect(panel.style.visibility).toBe("visible");
  Object.assign(box, { left: 210, width: 700 });
  measure();
  expect(placed()).toEqual(["200px", "230px", "700px", "370px"]);
  expect([...watched]).toEqual([slot]);
});

test("it goes to the slot of the dock that comes in sight, whichever of both says so first", () => {
  const { places, placed } = begun();
  const leave = places.slot("log", elementAt({ left: 10, top: 100, width: 900, height: 600 }));
  const now = elementAt({ left: 10, top: 100, width: 400, height: 600 });
  places.slot("log", now);
  leave();
  places.place();
  expect(placed()).toEqual(["0px", "0px", "400px", "600px"]);
  expect([...watched]).toEqual([now]);
});

test("behind another panel, or without a slot, it stays where it was", () => {
  const { places, placed } = begun();
  const box = { left: 10, top: 100, width: 900, height: 600 };
  const leave = places.slot("log", elementAt(box));
  places.place();
  Object.assign(box, { left: 0, top: 0, width: 0, height: 0 });
  places.place();
  leave();
  places.slot("spots", elementAt({ left: 0, top: 0, width: 50, height: 50 }));
  places.place();
  expect(placed()).toEqual(["0px", "0px", "900px", "600px"]);
});
