import type { Metadata } from "next";
import { CallPage } from "@/ui/call/CallPage";

export const metadata: Metadata = { title: "Station on the air" };

export default function Page() {
  return <CallPage />;
}
