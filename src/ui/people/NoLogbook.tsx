"use client";

import { FirstLogbook } from "../station/FirstLogbook";
import { useMay } from "./acting";
import { Doorstep } from "./Doorstep";
import { PersonMenu } from "./PersonMenu";

/** Where there is no logbook, or none that one may see. */
export function NoLogbook() {
  const mayMake = useMay("manage", null);
  return mayMake ? (
    <FirstLogbook />
  ) : (
    <Doorstep
      title="No logbook is open to you"
      about="Ask who owns the station for a role in one, and load this page again."
    >
      <div>
        <PersonMenu />
      </div>
    </Doorstep>
  );
}
