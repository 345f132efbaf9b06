/** Under which key the acts of a logbook are kept by the browser. */
export const inStepKey = (logbookId: number) => ["inStep", logbookId] as const;
