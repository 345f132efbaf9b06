"use client";

import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import { useEffect, useRef } from "react";
import { useActions } from "../kit/actions";
import { useAddress } from "../kit/useAddress";
import { useMay } from "../people/acting";
import { BACKUPS_PAGE } from "./pages/backupsPage";
import { DIRECTORIES_PAGE } from "./pages/directoriesPage";
import { LINKS_PAGE } from "./pages/linksPage";
import { LOGBOOKS_PAGE } from "./pages/logbooksPage";
import { PEOPLE_PAGE } from "./pages/peoplePage";
import { SERVICES_PAGE } from "./pages/servicesPage";
import { SETTINGS_PAGE } from "./pages/settingsPage";
import { SITES_PAGE } from "./pages/sitesPage";
import { STEPS_PAGE } from "./pages/stepsPage";
import type { StationPage } from "./stationPage";

const PAGES: readonly StationPage[] = [
  LOGBOOKS_PAGE,
  SITES_PAGE,
  LINKS_PAGE,
  SERVICES_PAGE,
  DIRECTORIES_PAGE,
  PEOPLE_PAGE,
  BACKUPS_PAGE,
  SETTINGS_PAGE,
  STEPS_PAGE,
];

/** What stands around the log: a page each, with how it stands on one line. */
export function Station() {
  const [params, go] = useAddress();
  const at = Math.max(
    0,
    PAGES.findIndex(({ id }) => id === params.get("page")),
  );
  const show = (index: number) => go({ page: PAGES[index]!.id });
  useActions(
    PAGES.map(({ id, name }, index) => ({ id: `station ${id}`, label: `Station: ${name}`, run: () => show(index) })),
  );
  const { Page, name, about } = PAGES[at]!;
  // Where the pages stand in a row, the one that is shown may lie out of sight.
  const chosen = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    chosen.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [at]);
  const mayManage = useMay("manage", null);
  return (
    <TabGroup
      vertical
      selectedIndex={at}
      onChange={show}
      className="grid h-full grid-cols-[264px_minmax(0,1fr)] max-lg:grid-cols-[minmax(0,1fr)] max-lg:grid-rows-[auto_minmax(0,1fr)]"
    >
      <h1 className="sr-only">Station</h1>
      <TabList
        aria-label="Pages of the station"
        className="overflow-auto border-r border-line bg-panel py-2 max-lg:flex max-lg:border-r-0 max-lg:border-b max-lg:py-0"
      >
        {PAGES.map((page, index) => (
          <Tab
            key={page.id}
            ref={index === at ? chosen : null}
            className="block w-full border-l-3 border-transparent px-4 py-2 text-left hover:text-signal data-selected:border-signal data-selected:bg-signal-wash max-lg:w-auto max-lg:shrink-0 max-lg:border-l-0 max-lg:border-b-2"
          >
            <span className="block font-semibold">{page.name}</span>
            <Line page={page} />
          </Tab>
        ))}
      </TabList>
      <TabPanels className="min-h-0 overflow-auto">
        {PAGES.map(({ id }, index) => (
          <TabPanel key={id} aria-label={name} className="outline-offset-[-2px]">
            {index === at && (
              <>
                <header className="border-b border-line bg-panel px-4 py-2.5">
                  <h2 className="inline text-title font-semibold">{name}</h2>
                  <p className="ml-3 inline text-soft">{about}</p>
                </header>
                {!mayManage && (
                  <p role="note" className="border-b border-line bg-hold-wash px-4 py-2">
                    You may look at this. To change what all share, ask for the role manager.
                  </p>
                )}
                <Page />
              </>
            )}
          </TabPanel>
        ))}
      </TabPanels>
    </TabGroup>
  );
}

function Line({ page: { useLine } }: { page: StationPage }) {
  const line = useLine();
  return (
    <span className={`block truncate max-lg:hidden ${line?.isWrong === true ? "text-stop" : "text-soft"}`}>
      {line?.text ?? "\u00a0"}
    </span>
  );
}
