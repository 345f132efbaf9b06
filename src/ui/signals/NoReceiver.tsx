import Link from "next/link";
import type { Link as LinkView } from "@/core/contract";

interface NoReceiverProps {
  all: readonly LinkView[];
  /** What there would be with one. */
  gives: string;
}

/** Says that no receiver is listened to, and where to mend it. */
export function NoReceiver({ all, gives }: NoReceiverProps) {
  const off = all.find(({ role }) => role === "receiver");
  return (
    <p>
      {off === undefined ? "No receiver is linked yet. " : `${off.name} is turned off. `}
      <Link href="/station?page=links" className="text-signal underline">
        {off === undefined ? "Add one in Station" : "Turn it on in Station"}
      </Link>
      : {gives}
    </p>
  );
}
