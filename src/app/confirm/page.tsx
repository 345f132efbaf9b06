import type { Metadata } from "next";
import { Confirm } from "@/ui/confirm/Confirm";

export const metadata: Metadata = { title: "Confirm" };

export default function ConfirmPage() {
  return <Confirm />;
}
