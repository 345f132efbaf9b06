/**
 * Where the panels of the dock in sight stand. A panel is over its slot in the dock, not in it: one that goes to
 * another dock stays in the page as it is, with its focus and where it was scrolled, and is not laid out anew.
 */
export interface PanelPlaces {
  /** Puts all panels where their slots are. */
  readonly place: () => void;
  /** A panel is drawn in this element, as long as what is given back is not called. */
  readonly panel: (id: string, element: HTMLElement) => () => void;
  /** The slot that the dock in sight has for a panel. */
  readonly slot: (id: string, element: HTMLElement) => () => void;
}

export function createPanelPlaces(): PanelPlaces {
  const panels = new Map<string, HTMLElement>();
  const slots = new Map<string, HTMLElement>();
  let observer: ResizeObserver | null = null;

  function place(): void {
    // All are measured before one is moved: each measuring after a move would lay the page out.
    const moves = [...slots].flatMap(([id, slot]) => {
      const panel = panels.get(id);
      const { left, top, width, height } = slot.getBoundingClientRect();
      // Behind another one, it has no size.
      if (panel === undefined || width === 0 || height === 0) return [];
      const room = panel.parentElement!.getBoundingClientRect();
      return [{ style: panel.style, box: { left: left - room.left, top: top - room.top, width, height } }];
    });
    for (const { style, box } of moves) {
      style.visibility = "visible";
      for (const side of SIDES) style[side] = `${box[side]}px`;
    }
  }

  return {
    place,
    panel(id, element) {
      panels.set(id, element);
      return () => panels.delete(id);
    },
    slot(id, element) {
      observer ??= new ResizeObserver(place);
      slots.set(id, element);
      observer.observe(element);
      return () => {
        observer?.unobserve(element);
        if (slots.get(id) === element) slots.delete(id);
      };
    },
  };
}
const SIDES = ["left", "top", "width", "height"] as const;

/** The id of the element that a panel is drawn in. */
export const panelElementId = (panel: string) => `panel-${panel}`;
