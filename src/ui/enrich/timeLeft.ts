import type { Job } from "@/core/contract";
import { spanText } from "@/core/time/words";

/** How far a job was at some time, milliseconds since 1970 UTC. */
export interface Since {
  readonly at: number;
  readonly done: number;
}

/** Of fewer nobody can tell how long the others will take. */
const ENOUGH = 20;

/** About how long a job goes on, at the pace that it has had since then, behind a comma; "" while that cannot be told. */
export function timeLeft(since: Since, { done, total }: Job["progress"], now: number): string {
  const came = done - since.done;
  if (total === null || came < ENOUGH || done >= total) return "";
  const seconds = (now - since.at) / 1000;
  const left = (seconds / came) * (total - done);
  return left < 60 ? ", less than a minute left" : `, about ${spanText(left)} left`;
}
