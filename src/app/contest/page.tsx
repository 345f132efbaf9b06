import type { Metadata } from "next";
import { Contest } from "@/ui/contest/Contest";

export const metadata: Metadata = { title: "Contest" };

export default function ContestPage() {
  return <Contest />;
}
