import type { Metadata } from "next";
import { Airwaves } from "@/ui/airwaves/Airwaves";

export const metadata: Metadata = { title: "Airwaves" };

export default function AirwavesPage() {
  return <Airwaves />;
}
