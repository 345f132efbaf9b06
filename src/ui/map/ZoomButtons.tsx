"use client";

import { Minus, Plus } from "lucide-react";
import { Button } from "../kit/Button";

/** Enlarges a map, or shows more of it. */
export function ZoomButtons({ zoom }: { zoom: (way: "in" | "out") => void }) {
  return (
    <>
      <Button small look="quiet" aria-label="Show more of the map" onClick={() => zoom("out")}>
        <Minus size={14} aria-hidden />
      </Button>
      <Button small look="quiet" aria-label="Enlarge the map" onClick={() => zoom("in")}>
        <Plus size={14} aria-hidden />
      </Button>
    </>
  );
}
