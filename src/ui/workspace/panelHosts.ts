interface Place {
  readonly top: number;
  readonly left: number;
}

/** The elements that panels are drawn in. Each is in the dock that is shown, whichever that is, and keeps what it has. */
export interface PanelHosts {
  readonly of: (panel: string) => HTMLElement;
  /** Puts a panel into a slot of a dock. What has the focus keeps it, what was scrolled stays so. */
  readonly moveTo: (slot: HTMLElement, panel: string) => void;
  /** Notes where something in a panel stands, after it was scrolled. */
  readonly scrolled: (element: Element) => void;
  /** What was taken out of the page and put back is at its beginning: it goes to where it stood. */
  readonly scrollBack: (within?: HTMLElement) => void;
}

export function createPanelHosts(): PanelHosts {
  const hosts = new Map<string, HTMLElement>();
  const places = new Map<Element, Place>();
  function of(panel: string): HTMLElement {
    let host = hosts.get(panel);
    if (host === undefined) {
      host = document.createElement("div");
      host.className = "h-full";
      hosts.set(panel, host);
    }
    return host;
  }
  function scrollBack(within?: HTMLElement): void {
    for (const [element, { top, left }] of places)
      if (within === undefined || within.contains(element))
        Object.assign(element, { scrollTop: top, scrollLeft: left });
  }
  return {
    of,
    moveTo(slot, panel) {
      const host = of(panel);
      if (host.parentElement === slot) return;
      const focused = document.activeElement;
      slot.append(host);
      scrollBack(host);
      if (focused instanceof HTMLElement && host.contains(focused)) focused.focus({ preventScroll: true });
    },
    scrolled(element) {
      // What a panel no longer has is forgotten.
      for (const known of places.keys())
        if (![...hosts.values()].some((host) => host.contains(known))) places.delete(known);
      const { scrollTop: top, scrollLeft: left } = element;
      if (top > 0 || left > 0) places.set(element, { top, left });
      else places.delete(element);
    },
    scrollBack,
  };
}
