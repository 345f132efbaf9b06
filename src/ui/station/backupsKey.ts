/** Under which key the browser keeps which backups there are. */
export const backupsKey = ["backups"] as const;
