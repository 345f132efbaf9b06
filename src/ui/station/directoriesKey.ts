/** Where the directories of stations are kept among what was asked. */
export const directoriesKey = ["directories"] as const;
