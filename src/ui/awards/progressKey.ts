/** Under which key the browser keeps how far the awards of a logbook are. */
export const progressKey = (logbookId: number) => ["awards", logbookId] as const;
