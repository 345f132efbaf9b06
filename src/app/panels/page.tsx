import type { Metadata } from "next";
import { PanelsPage } from "@/ui/workspace/PanelsPage";

export const metadata: Metadata = { title: "Panels" };

export default function Page() {
  return <PanelsPage />;
}
