/** Under which keys the browser keeps what the awards of a logbook are: how far each is, their tables, what came new. */
export const progressKey = (logbookId: number) => ["awards", logbookId] as const;
export const tablesKey = (logbookId: number) => ["award", logbookId] as const;
export const newsKey = (logbookId: number) => ["award news", logbookId] as const;
/** What looks at the whole log: it is asked for anew when it is opened. */
export const looksKey = (logbookId: number) => ["award looks", logbookId] as const;
export const creditsKey = (logbookId: number, award?: string) =>
  award === undefined ? (["award credits", logbookId] as const) : (["award credits", logbookId, award] as const);
export const claimsKey = (logbookId: number) => ["claims", logbookId] as const;
/** The accounts that services keep, against the log. */
export const accountKey = (logbookId: number) => ["award account", logbookId] as const;
