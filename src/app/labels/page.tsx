import type { Metadata } from "next";
import { Labels } from "@/ui/log/Labels";

export const metadata: Metadata = { title: "Card labels" };

export default function LabelsPage() {
  return <Labels />;
}
