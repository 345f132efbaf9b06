import type { Role } from "@/core/people";

/** What each role may do, in the words of who gives it. */
export const ROLE_WORDS: Readonly<Record<Role, { readonly name: string; readonly may: string }>> = {
  owner: { name: "Owner", may: "do everything, also invite and remove people and go back to a backup" },
  manager: { name: "Manager", may: "do everything but deal with people, go back to a backup and delete a logbook" },
  logger: { name: "Logger", may: "log, and change or delete what was logged by oneself" },
  reader: { name: "Reader", may: "see everything, and change nothing" },
};
