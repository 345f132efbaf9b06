import type { Metadata } from "next";
import { JoinPage } from "@/ui/people/JoinPage";

export const metadata: Metadata = { title: "Invitation" };

export default function Join() {
  return <JoinPage />;
}
