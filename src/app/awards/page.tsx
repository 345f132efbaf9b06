import type { Metadata } from "next";
import { EntityAward } from "@/ui/awards/EntityAward";

export const metadata: Metadata = { title: "Awards" };

export default function AwardsPage() {
  return <EntityAward />;
}
