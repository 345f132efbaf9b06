import { z } from "zod";
import { MODE_GROUPS, modeGroup, type ModeGroup, parseMode } from "../band";

/** A mode group, or one mode or submode of the ADIF standard: "digital", "RTTY", "FT4". */
export const contestModeSchema = z.string().refine((name) => isGroup(name) || isExact(name), {
  error: ({ input }) => `"${String(input)}" is no mode: there are CW, voice, digital, and each by its name, as RTTY`,
});

function isGroup(name: string): name is ModeGroup {
  return (MODE_GROUPS as readonly string[]).includes(name);
}

function isExact(name: string): boolean {
  const meant = parseMode(name);
  return meant !== null && (meant.submode ?? meant.mode) === name;
}

/** The mode groups that some modes belong to, each once. */
export function groupsOf(modes: readonly string[]): ModeGroup[] {
  return [...new Set(modes.map((name) => (isGroup(name) ? name : modeGroup(parseMode(name)?.mode ?? name))))];
}

/** What a contact's mode is called: by its group, its mode, and its submode. */
export function modeNames(contact: {
  readonly mode: string;
  readonly submode: string | null;
  readonly modeGroup: ModeGroup;
}): readonly string[] {
  const { mode, submode, modeGroup: group } = contact;
  return submode === null ? [group, mode] : [group, mode, submode];
}
