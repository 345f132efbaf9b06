import type { Metadata } from "next";
import { BandMapPage } from "@/ui/airwaves/BandMapPage";

export const metadata: Metadata = { title: "Band map" };

export default function Page() {
  return <BandMapPage />;
}
