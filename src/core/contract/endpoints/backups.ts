import { backupSchema, backupSettingsSchema, backupViewSchema } from "../backup";
import { endpoint } from "../endpoint";

export const backups = endpoint({
  method: "GET",
  path: "backups",
  summary: "The backups that there are, and how they are made",
  needs: "read",
  answer: backupViewSchema,
});

export const makeBackup = endpoint({
  method: "POST",
  path: "backups",
  summary: "Make a backup now; the answer comes when it is made and checked",
  needs: "manage",
  status: 201,
  answer: backupSchema,
});

export const changeBackups = endpoint({
  method: "PUT",
  path: "backups/settings",
  summary: "Change when backups are made, which are kept, and where a copy of each goes",
  needs: "manage",
  body: backupSettingsSchema,
  answer: backupViewSchema,
});
