import { z } from "zod";
import type { Listing } from "../../core/directory";

/** Asks a directory, as it was set up. What fails is a ServiceProblem that says how to mend it. */
export interface DirectoryClient {
  /** What it lists of stations, by their base calls; null where it does not list one. */
  ask(baseCalls: readonly string[], signal?: AbortSignal): Promise<ReadonlyMap<string, Listing | null>>;
  /** As what it lets one in, in a sentence. */
  standing(): Promise<string>;
}

/** A directory of stations: all that is said of it. Settings carry their labels and hints as Zod's meta. */
export interface DirectorySource<Settings extends DirectorySettings = DirectorySettings> {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly settings: z.ZodType<Settings>;
  /** Its place among the ports of the stand-ins, and what lets one in there. */
  readonly standIn: { readonly place: number; readonly settings: Readonly<Record<string, string>> };
  /** How many stations a question may be about, and how many questions a second it allows. */
  readonly batch: number;
  readonly perSecond: number;
  readonly client: (settings: Settings, timeoutMs: number) => DirectoryClient;
}

export interface DirectorySettings {
  readonly url: string;
}

/** A directory, with its types put aside: what comes to its functions was read by its own schema. */
export function directorySource<Settings extends DirectorySettings>(
  source: DirectorySource<Settings>,
): DirectorySource {
  return source as unknown as DirectorySource;
}

/** The setting that every directory has. */
export const url = z
  .url({ protocol: /^https?$/, error: "an address, as https://directory.example" })
  .max(500)
  .meta({ title: "Address" });

const word = z
  .string()
  .trim()
  .max(200)
  .transform((value) => value || null)
  .nullish();

/** What directories answer of a station, as far as it is understood. Values are bounded. */
export const LISTED = {
  call: z.string().max(20),
  name: word,
  place: word,
  grid: z.string().max(20).nullish(),
} as const;
