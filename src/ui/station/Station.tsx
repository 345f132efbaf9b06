"use client";

import { ArrivalList } from "./ArrivalList";
import { BackupList } from "./BackupList";
import { DescriptorList } from "./DescriptorList";
import { LinkList } from "./LinkList";

/** What belongs to the station: the links to its radios, its keyer, and other programs; and the backups. */
export function Station() {
  return (
    <div className="h-full overflow-auto">
      <h1 className="sr-only">Station</h1>
      <LinkList />
      <DescriptorList />
      <ArrivalList />
      <BackupList />
    </div>
  );
}
