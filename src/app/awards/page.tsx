import type { Metadata } from "next";
import { AwardsPage } from "@/ui/awards/AwardsPage";

export const metadata: Metadata = { title: "Awards" };

export default function Page() {
  return <AwardsPage />;
}
