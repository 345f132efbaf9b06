"use client";

import { usePathname } from "next/navigation";
import { type ReactNode, useRef } from "react";
import { Toaster } from "sonner";
import type { Acting, Logbook } from "@/core/contract";
import { AlertBar } from "../alerts/AlertBar";
import { PlaceKeeper } from "../tuning/PlaceKeeper";
import { ActionsProvider } from "../kit/actions";
import { ServerState } from "../kit/ServerState";
import { ActingProvider } from "../people/acting";
import { NoLogbook } from "../people/NoLogbook";
import { SignInAgain } from "../people/SignInAgain";
import { ArrivalForm } from "../station/ArrivalForm";
import { NewLogbook } from "../station/NewLogbook";
import { Sites } from "../station/SitesWindow";
import { useInstalled } from "../offline/useInstalled";
import { PANELS_PATH } from "../workspace/panelWindows";
import { CommandPalette } from "./CommandPalette";
import { KeyList } from "./KeyList";
import { LogbookProvider } from "./logbook";
import { Nav } from "./Nav";
import { RadioProvider } from "./radio";
import { Rail } from "./Rail";
import { type Theme, useTheme } from "./theme";
import { useFocusKeeper } from "./useFocusKeeper";

/** Messages stand above what one is called for, pixels. */
const ABOVE_ALERT = { bottom: 52 };

interface ShellProps {
  logbooks: readonly Logbook[];
  current: Logbook | null;
  acting: Acting;
  theme: Theme;
  /** How far the server had told when the logbooks were read. */
  mark: string;
  children: ReactNode;
}

/** The frame around every place: rail above, places at the side, and what floats. A window of its own has no frame. */
export function Shell({ logbooks, current, acting, theme, mark, children }: ShellProps) {
  const themed = useTheme(theme);
  const frame = useRef<HTMLDivElement>(null);
  useFocusKeeper(frame);
  useInstalled();
  const isAlone = usePathname() === PANELS_PATH;
  return (
    <ServerState>
      <ActingProvider acting={acting}>
        <ActionsProvider>
          {current === null ? (
            <NoLogbook />
          ) : (
            <LogbookProvider key={current.id} initial={current} logbooks={logbooks} mark={mark}>
              <RadioProvider>
                <div
                  ref={frame}
                  className={
                    isAlone
                      ? "h-dvh"
                      : "print:block! grid h-dvh print:h-auto grid-cols-[68px_minmax(0,1fr)] grid-rows-[48px_minmax(0,1fr)_auto] max-md:grid-rows-[auto_minmax(0,1fr)_auto] max-sm:grid-cols-1 max-sm:grid-rows-[auto_minmax(0,1fr)_auto_auto]"
                  }
                >
                  {!isAlone && (
                    <>
                      <Rail theme={themed} />
                      <Nav />
                    </>
                  )}
                  <main className={isAlone ? "h-full" : "min-h-0 min-w-0 max-sm:order-1"}>{children}</main>
                  {!isAlone && <AlertBar />}
                </div>
                <CommandPalette />
                <KeyList />
                <NewLogbook />
                <Sites />
                <ArrivalForm />
                <PlaceKeeper />
                <SignInAgain />
              </RadioProvider>
            </LogbookProvider>
          )}
          <Toaster
            theme={themed.theme === "night" ? "dark" : "light"}
            position="bottom-right"
            offset={ABOVE_ALERT}
            closeButton
          />
        </ActionsProvider>
      </ActingProvider>
    </ServerState>
  );
}
