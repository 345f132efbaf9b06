"use client";

import { useDeferredValue } from "react";
import { Hours } from "../../airwaves/Hours";
import { useTyped } from "../atHand";

export default function HoursOfTyped() {
  return <Hours facts={useDeferredValue(useTyped().reading)} />;
}
