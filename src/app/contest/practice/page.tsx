import type { Metadata } from "next";
import { Practice } from "@/ui/practice/Practice";

export const metadata: Metadata = { title: "Practice" };

export default function Page() {
  return <Practice />;
}
