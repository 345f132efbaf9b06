"use client";

import { useRouter } from "next/navigation";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";

interface PractiseProps {
  /** The place that one comes from, and goes back to. */
  from?: "/desk" | "/contest";
  /** The contest that one would practise. */
  contest?: string;
  /** As a button, or as the words in the entry line are. */
  look?: "button" | "line";
}

/** Goes to the practice band, by a key as well. */
export function Practise({ from = "/contest", contest, look = "button" }: PractiseProps) {
  const router = useRouter();
  const go = () =>
    router.push(`${from}/practice${contest === undefined ? "" : `?contest=${encodeURIComponent(contest)}`}`);
  useActions([{ id: "practise", run: go }]);
  if (look === "line")
    return (
      <button type="button" className="text-soft hover:text-signal" onClick={go}>
        Practise
      </button>
    );
  return (
    <Button small onClick={go}>
      Practise
    </Button>
  );
}
