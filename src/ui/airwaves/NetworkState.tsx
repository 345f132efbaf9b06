import type { Link } from "@/core/contract";
import { Mark } from "../kit/Mark";
import { LINK_PHASES } from "../shell/linkPhases";

/** How a network is getting on; what is wrong with it in full. */
export function NetworkState({ network: { name, phase, text } }: { network: Link }) {
  const { mark, label, look } = LINK_PHASES[phase];
  const isUp = phase === "up";
  return (
    <span role="status" className="flex max-w-96 items-center gap-1.5 text-soft" title={text ?? undefined}>
      <Mark kind={isUp && text !== null ? "wanted" : mark} label={label} />
      <span className="truncate">
        {name}
        {!isUp && <span className={look}>, {label.toLowerCase()}</span>}
        {text !== null && <span className={isUp ? "text-wanted" : look}>: {text}</span>}
      </span>
    </span>
  );
}
