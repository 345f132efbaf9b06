"use client";

import { ArrivalList } from "./ArrivalList";
import { DescriptorList } from "./DescriptorList";
import { LinkList } from "./LinkList";

/** What belongs to the station: the links to its radios, its keyer, and other programs. */
export function Station() {
  return (
    <div className="h-full overflow-auto">
      <h1 className="sr-only">Station</h1>
      <LinkList />
      <DescriptorList />
      <ArrivalList />
    </div>
  );
}
