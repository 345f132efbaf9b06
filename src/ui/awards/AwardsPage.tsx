"use client";

import { awardById } from "@/core/award";
import { useAddress } from "../kit/useAddress";
import { AwardGrid } from "./AwardGrid";
import { AwardList } from "./AwardList";

/** All awards with how far each is, and any of them as a table. */
export function AwardsPage() {
  const [params, go] = useAddress();
  const award = awardById(params.get("award") ?? "");
  if (award === undefined) return <AwardList onOpen={(id) => go({ award: id })} />;
  return <AwardGrid key={award.id} award={award} onLeave={() => go({ award: null })} />;
}
