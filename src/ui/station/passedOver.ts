"use client";

import { z } from "zod";
import { kept, useKept } from "../kit/kept";

const NONE: readonly string[] = [];
const idsSchema = z.array(z.string().max(40)).max(100);
const passed = kept<readonly string[]>(
  "first-steps-passed-over",
  NONE,
  () => localStorage,
  (data) => idsSchema.safeParse(data).data ?? null,
);

/** The first steps that the operator has no need of, as this browser keeps them. */
export function usePassedOver(): readonly string[] {
  return useKept(passed);
}

export function passOver(id: string, isPassed: boolean): void {
  passed.set(isPassed ? [...passed.get(), id] : passed.get().filter((one) => one !== id));
}
