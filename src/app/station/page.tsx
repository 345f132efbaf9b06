import type { Metadata } from "next";
import { Station } from "@/ui/station/Station";

export const metadata: Metadata = { title: "Station" };

export default function StationPage() {
  return <Station />;
}
