import type { Metadata } from "next";
import { Desk } from "@/ui/entry/Desk";

export const metadata: Metadata = { title: "Desk" };

export default function DeskPage() {
  return <Desk />;
}
