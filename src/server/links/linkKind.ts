import type { z } from "zod";
import type { Link, LinkNews, LinkRole, LiveEvent, TestStep, TextLine } from "../../core/contract";
import type { Heard } from "../../core/spot";
import type { Context } from "../context";
import type { Result } from "../problem";
import type { SampleBlock } from "../signal/pictures";

/** What a kind of link works with while one of its links is open. */
export interface Opening<Settings> {
  readonly linkId: number;
  readonly settings: Settings;
  readonly name: string;
  readonly context: Context;
  /** Since when it transmitted as the server ended before, seconds since 1970; null where it did not. */
  readonly sentUntilTheEnd: number | null;
  /** Says what goes on, for the browser at a position where one is named. */
  readonly say: (news: LinkNews, position?: string) => void;
  /** Keeps what is worth knowing beside the link; null for nothing. */
  readonly remark: (text: string | null) => void;
  /** Its state as a whole is another one: every browser hears it. */
  readonly changed: () => void;
  /** It transmits from now on, or no more. Who waits for it knows that it is kept, so that a kill cannot come before. */
  readonly sending: (on: boolean) => Promise<void>;
  /** Hears what is announced to the browsers; gives how to hear no more. */
  readonly listen: (listener: (event: LiveEvent) => void) => () => void;
  /** A station was announced; false where that lies on no amateur band. */
  readonly spotted: (heard: Heard) => boolean;
  /** A receiver heard something. */
  readonly received: (block: SampleBlock) => void;
  /** It is no longer there: what is wrong, and how to mend it. */
  readonly lost: (text: string) => void;
}

/** An open link. */
export interface Connection<Command> {
  /** Does what it is told. */
  command(command: Command, position: string): Promise<Result<{ readonly id: number | null }>>;
  /** Ends at once what it transmits; false where it transmits nothing. */
  stop(): boolean;
  state?(): Partial<Pick<Link, "radio" | "counts" | "keysIn" | "clockOff">>;
  /** The last lines that went between us. */
  lines?(): readonly TextLine[];
  close(): void;
}

/** A kind of link: all that is said of it. Settings carry their labels, hints and choices as Zod's meta. */
export interface LinkKind<Settings = unknown, Command = unknown> {
  readonly id: string;
  readonly label: string;
  readonly about: string;
  readonly role: LinkRole;
  readonly settings: z.ZodType<Settings>;
  readonly commands: z.ZodType<Command>;
  /** What two links cannot have both, as "127.0.0.1:4696". */
  address(settings: Settings): string;
  /** Opens it; what is thrown says what is wrong and how to mend it. Ended by the signal, it throws as well. */
  open(opening: Opening<Settings>, signal: AbortSignal): Promise<Connection<Command>>;
  /** Tries the settings, step by step, each given as it was tried. */
  test(settings: Settings, context: Context): AsyncIterable<TestStep>;
}

/** A kind, with its types put aside: what comes to its functions was read by its own schemas. */
export function linkKind<Settings, Command>(kind: LinkKind<Settings, Command>): LinkKind {
  return kind;
}
