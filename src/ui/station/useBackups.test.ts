import { type BackupView, backupViewSchema } from "@/core/contract";
import { backupState } from "./useBackups";

const view = (more: Partial<BackupView> = {}): BackupView =>
  backupViewSchema.parse({
    folder: "/data/backups",
    settings: {},
    items: [
      {
        ...{ name: "a", madeAt: "2026-11-27T10:00:00Z", why: "schedule", bytes: 1, facts: null },
        ...{ isInFirst: true, isInSecond: false },
      },
    ],
    isRunning: false,
    problem: null,
    ...more,
  });

test("how it stands with the backups: quiet while all is well, and told when one fails or is old", () => {
  expect(backupState(view(), "2026-11-28T12:00:00Z")).toEqual({
    ...{ isWrong: false, short: "", text: "The newest is of 2026-11-27 10:00 UTC." },
  });
  // Made every day: after two it is old.
  expect(backupState(view(), "2026-11-29T10:00:00Z")).toMatchObject({ isWrong: true, short: "Backup is old" });
  const problem = { at: "2026-11-28T10:00:00Z", text: "the disk is full: make room" };
  expect(backupState(view({ problem }), "2026-11-28T12:00:00Z")).toEqual({
    isWrong: true,
    short: "Backup failed",
    text: "On 2026-11-28 10:00 UTC: the disk is full: make room. The newest is of 2026-11-27 10:00 UTC.",
  });
  expect(backupState(view({ problem, isRunning: true }), "2026-11-28T12:00:00Z")).toMatchObject({ isWrong: false });
  // The first is made within minutes of the first start.
  expect(backupState(view({ items: [] }), "2026-11-28T12:00:00Z")).toMatchObject({ isWrong: false });
});
