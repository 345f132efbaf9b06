import {
  backupLookSchema,
  backupSchema,
  backupSettingsSchema,
  backupViewSchema,
  goBackSchema,
  wentBackSchema,
} from "../backup";
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

export const lookAtBackup = endpoint({
  method: "GET",
  path: "backups/{name}/look",
  summary: "What going back to a backup would take away, bring back and change",
  needs: "manage",
  answer: backupLookSchema,
});

export const goBack = endpoint({
  method: "POST",
  path: "backups/{name}/go-back",
  summary: "Put a backup in the place of all logbooks, after a backup of how they are; open streams end and begin anew",
  needs: "own",
  body: goBackSchema,
  answer: wentBackSchema,
});
