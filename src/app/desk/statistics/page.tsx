import type { Metadata } from "next";
import { StatisticsPage } from "@/ui/statistics/StatisticsPage";

export const metadata: Metadata = { title: "Statistics" };

export default function Page() {
  return <StatisticsPage />;
}
