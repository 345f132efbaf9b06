import { type Arrangement, type Box, type PanelPart, panelsOf } from "@/core/contract";
import { added, groupOf, inFront, only, without } from "./arrangement";
import { isPanel, panelById } from "./panels";

/** Which window: null is the one with the entry line, others have numbers. */
export type WindowNumber = number | null;

/** The panels of a window; null where there are none. Those that this version does not know are left out. */
export function rootOf({ main, windows }: Arrangement, window: WindowNumber): PanelPart | null {
  return only(window === null ? main : (windows.find(({ number }) => number === window)?.root ?? null), isPanel);
}

/** Whether a panel in a window says anything of the station that is typed. */
export function reads(arrangement: Arrangement, window: WindowNumber): boolean {
  return panelsOf(rootOf(arrangement, window)).some((id) => panelById(id)?.reads === true);
}

/** With other panels in a window; a window of its own without any is gone. */
export function withRoot(arrangement: Arrangement, window: WindowNumber, root: PanelPart | null): Arrangement {
  if (window === null) return { ...arrangement, main: root };
  const windows = arrangement.windows.flatMap((one) => {
    if (one.number !== window) return [one];
    return root === null ? [] : [{ ...one, root }];
  });
  return { ...arrangement, windows };
}

/** In which window a panel is; undefined where it is not shown. */
export function windowOf({ main, windows }: Arrangement, panel: string): WindowNumber | undefined {
  if (panelsOf(main).includes(panel)) return null;
  return windows.find(({ root }) => panelsOf(root).includes(panel))?.number;
}

/** Without a panel, wherever it is. */
export function closed(arrangement: Arrangement, panel: string): Arrangement {
  const window = windowOf(arrangement, panel);
  if (window === undefined) return arrangement;
  const root = window === null ? arrangement.main : arrangement.windows.find(({ number }) => number === window)!.root;
  return withRoot(arrangement, window, root && without(root, panel));
}

/** With a panel in sight: brought to the front where it is, or else added to a window. */
export function shown(arrangement: Arrangement, panel: string, window: WindowNumber): Arrangement {
  const at = windowOf(arrangement, panel);
  const root = rootOf(arrangement, at === undefined ? window : at);
  if (at !== undefined) return withRoot(arrangement, at, root && inFront(root, panel));
  return withRoot(arrangement, window, added(root, panel, panelById(panel)?.width ?? 0));
}

/** With a panel in another window. */
export function movedTo(arrangement: Arrangement, panel: string, window: WindowNumber): Arrangement {
  return shown(closed(arrangement, panel), panel, window);
}

/** With a panel in a new window of its own. */
export function apart(arrangement: Arrangement, panel: string): { arrangement: Arrangement; number: number } {
  const rest = closed(arrangement, panel);
  const number = Math.max(0, ...rest.windows.map((one) => one.number)) + 1;
  return { number, arrangement: { ...rest, windows: [...rest.windows, { number, root: groupOf(panel), box: null }] } };
}

/** With all panels of a window back in the one with the entry line. */
export function broughtBack(arrangement: Arrangement, window: number): Arrangement {
  return panelsOf(rootOf(arrangement, window)).reduce((all, panel) => movedTo(all, panel, null), arrangement);
}

/** With where a window stands. */
export function withBox(arrangement: Arrangement, window: number, box: Box): Arrangement {
  return {
    ...arrangement,
    windows: arrangement.windows.map((one) => (one.number === window ? { ...one, box } : one)),
  };
}
