import { spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

/** Makes the demo log once; each server of the tests begins with a copy of it. */
export default function seedOnce(): () => void {
  const folder = mkdtempSync(join(tmpdir(), "ypsiloid-seed-"));
  const { status } = spawnSync(process.execPath, ["node_modules/tsx/dist/cli.mjs", "demo/main.ts"], {
    stdio: "inherit",
    env: { ...process.env, YPSILOID_DATA: folder },
  });
  if (status !== 0 || !existsSync(join(folder, "ypsiloid.sqlite"))) throw new Error("the demo log could not be made");
  process.env.YPSILOID_TEST_SEED = folder;
  return () => rmSync(folder, { recursive: true, force: true });
}
