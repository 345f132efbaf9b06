import Link from "next/link";
import type { Link as LinkView } from "@/core/contract";
import { LoadFailure } from "../kit/LoadFailure";

interface SpotsOrWhyProps {
  none: React.ReactNode;
  /** Why there are none on purpose. */
  off: string | null;
  failed: string | null;
  onRetry: () => void;
  loaded: boolean;
  isEmpty: boolean;
  children: React.ReactNode;
}

/** The spots, or why there are none. */
export function SpotsOrWhy({ none, off, failed, onRetry, loaded, isEmpty, children }: SpotsOrWhyProps) {
  if (off !== null)
    return (
      <p role="status" className="bg-panel p-8 text-center text-wanted">
        {off}.
      </p>
    );
  if (failed !== null)
    return (
      <div className="bg-panel">
        <LoadFailure text={`The spots could not be loaded: ${failed}`} onRetry={onRetry} />
      </div>
    );
  if (!loaded) return <p className="bg-panel p-8 text-center text-soft">Loading the spots.</p>;
  if (isEmpty) return <div className="bg-panel p-8 text-center text-soft">{none}</div>;
  return children;
}

export function noneText(networks: readonly LinkView[], all: number) {
  if (networks.length === 0)
    return (
      <>
        No spot network is linked yet.{" "}
        <Link href="/station?page=links" className="text-signal underline">
          Add one in Station
        </Link>
        : what others hear then stands here, with what it is worth to you.
      </>
    );
  return all === 0
    ? "Nothing has been announced within the last hour."
    : "None of the spots is shown: choose other bands, modes, worths or chances.";
}
