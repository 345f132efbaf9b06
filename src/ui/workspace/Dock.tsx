"use client";

import {
  type DockviewApi,
  DockviewReact,
  type DockviewTheme,
  type IDockviewHeaderActionsProps,
  type IDockviewPanelHeaderProps,
  type IDockviewPanelProps,
} from "dockview-react";
import "dockview-react/dist/styles/dockview.css";
import {
  createContext,
  type KeyboardEvent,
  useContext,
  useEffect,
  useEffectEvent,
  useLayoutEffect,
  useRef,
  useState,
} from "react";
import type { PanelPart } from "@/core/contract";
import { useSize } from "../kit/useSize";
import { fitted, type Side } from "./arrangement";
import type { DoToPanel, PanelDeed } from "./deeds";
import { fromDock, PANEL, toDock } from "./dockLayout";
import { PanelMenu } from "./PanelMenu";
import { panelElementId, type PanelPlaces } from "./panelPlaces";
import { panelById, panelGrows } from "./panels";

export interface DockProps {
  root: PanelPart;
  arranging: boolean;
  /** Whether it is in the window with the entry line. */
  isHome: boolean;
  /** It was dragged to be so. */
  onChange: (root: PanelPart) => void;
  onDeed: DoToPanel;
  /** Whether it is in sight; what is not is as it was. */
  isShown: boolean;
  places: PanelPlaces;
}

interface OfDock extends Pick<DockProps, "arranging" | "isHome" | "isShown" | "places"> {
  readonly onDeed: (panel: string, deed: PanelDeed) => void;
}
const DockContext = createContext<OfDock | null>(null);
const NO_SIZE = { width: 0, height: 0 };
const THEME: DockviewTheme = { name: "ypsiloid", className: "dock", gap: 0, dndTabIndicator: "line" };
/** However a drag ends: let go, given up, or by a finger. */
const DRAG_ENDS = ["dragend", "drop", "pointerup"] as const;
const ARROWS: Readonly<Record<string, Side>> = {
  ArrowLeft: "left",
  ArrowRight: "right",
  ArrowUp: "up",
  ArrowDown: "down",
};
const titleOf = (panel: string) => panelById(panel)?.title ?? panel;

/** Panels beside, above and behind one another. Their borders can be dragged always, the panels while one arranges. */
export function Dock({ root, arranging, isHome, onChange, onDeed, isShown, places }: DockProps) {
  const [box, setBox] = useState<HTMLDivElement | null>(null);
  const size = useSize(box, NO_SIZE);
  const [api, setApi] = useState<DockviewApi | null>(null);
  /** Whether the pointer did something to it since it was laid out. */
  const touched = useRef(false);
  /** By what it was laid out last: one that comes in sight again is as it was, unless that has changed. */
  const laidOutBy = useRef<readonly unknown[]>([]);

  useEffect(() => {
    if (api === null || !isShown || size.width === 0 || size.height === 0) return;
    const by = [api, root, size, arranging];
    if (by.every((one, at) => one === laidOutBy.current[at])) return;
    laidOutBy.current = by;
    const layout = toDock(fitted(root, size, panelGrows), size, { titleOf, named: arranging });
    if (layOut(api, layout, box!)) touched.current = false;
  }, [api, root, size, arranging, box, isShown]);

  const onLayout = useEffectEvent(() => {
    const shown = api === null || !touched.current ? null : fromDock(api.toJSON());
    if (shown === null) return;
    const next = { ...shown, size: root.size };
    if (JSON.stringify(next) !== JSON.stringify(fitted(root, size, panelGrows))) onChange(next);
  });
  useEffect(() => {
    const listening = [
      api?.onDidLayoutChange(() => onLayout()),
      api?.onWillDragPanel(() => (box!.dataset["dragging"] = "")),
      api?.onWillDragGroup(() => (box!.dataset["dragging"] = "")),
      // A group has the panel's name, which is on the panel itself already.
      api?.onDidAddGroup(({ element }) => element.removeAttribute("role")),
    ];
    const onDragged = () => delete box?.dataset["dragging"];
    for (const event of DRAG_ENDS) window.addEventListener(event, onDragged, true);
    return () => {
      listening.forEach((one) => one?.dispose());
      for (const event of DRAG_ENDS) window.removeEventListener(event, onDragged, true);
    };
  }, [api, box]);

  const toPanel = (panel: string, deed: PanelDeed) => onDeed(panel, deed, fitted(root, size, panelGrows));

  /** Before the dock, which has keys of its own for its tabs: Delete closes one there, whether one arranges or not. */
  function onKeyDown(event: KeyboardEvent<HTMLDivElement>) {
    const tab = (event.target as HTMLElement).closest<HTMLElement>("[data-tab-panel-id]");
    const panel = tab?.dataset["tabPanelId"];
    if (panel === undefined || event.ctrlKey || event.altKey || event.metaKey) return;
    const side = ARROWS[event.key];
    const closes = event.key === "Delete" || event.key === "Backspace";
    touched.current = true;
    if (!closes && (!arranging || side === undefined)) return;
    event.preventDefault();
    event.stopPropagation();
    if (arranging)
      toPanel(panel, side === undefined ? { is: "close" } : { is: event.shiftKey ? "size" : "move", side });
  }

  return (
    <DockContext value={{ arranging, isHome, isShown, places, onDeed: toPanel }}>
      <div
        ref={setBox}
        className="h-full min-h-0"
        onKeyDownCapture={onKeyDown}
        onPointerDownCapture={() => (touched.current = true)}
      >
        <DockviewReact
          components={COMPONENTS}
          defaultTabComponent={PanelTab}
          rightHeaderActionsComponent={HeaderActions}
          theme={THEME}
          disableAutoResizing
          disableFloatingGroups
          disableDnd={!arranging}
          scrollbars="native"
          announcements={false}
          onReady={({ api: ready }) => setApi(ready)}
        />
      </div>
    </DockContext>
  );
}

/** Lays the dock out, and says whether that changed anything. A tab that has the focus keeps it. */
function layOut(api: DockviewApi, layout: ReturnType<typeof toDock>, box: HTMLElement): boolean {
  api.layout(layout.grid.width, layout.grid.height);
  if (JSON.stringify(api.toJSON().grid) === JSON.stringify(layout.grid)) return false;
  const focused = document.activeElement;
  const panel = focused instanceof HTMLElement ? focused.dataset["tabPanelId"] : undefined;
  api.fromJSON(layout, { reuseExistingPanels: true });
  const tab = (of: string) => box.querySelector<HTMLElement>(`[data-tab-panel-id${of}]`);
  if (panel !== undefined) (tab(`="${CSS.escape(panel)}"`) ?? tab(""))?.focus();
  return true;
}

/** Where a panel stands while its dock is in sight: it is over this, and read as if it were in it. */
function PanelSlot({ api: { id } }: IDockviewPanelProps) {
  const { isShown, places } = useContext(DockContext)!;
  const slot = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => (isShown ? places.slot(id, slot.current!) : undefined), [isShown, places, id]);
  return <div ref={slot} aria-owns={isShown ? panelElementId(id) : undefined} className="h-full" />;
}
const COMPONENTS = { [PANEL]: PanelSlot };

function PanelTab({ api }: IDockviewPanelHeaderProps) {
  return <span className="px-1">{titleOf(api.id)}</span>;
}

function HeaderActions({ activePanel }: IDockviewHeaderActionsProps) {
  const { arranging, isHome, onDeed } = useContext(DockContext)!;
  if (!arranging || activePanel === undefined) return null;
  const { id } = activePanel;
  return <PanelMenu title={titleOf(id)} isHome={isHome} onDeed={(deed) => onDeed(id, deed)} />;
}
