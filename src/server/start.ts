import { ConfigProblem, readConfig } from "./config";
import type { Context } from "./context";
import { sharingNow } from "./front/sharing";
import { noteUnopened } from "./front/unopened";
import { inviteOwner } from "./people/invitations";
import { hasOwner } from "./people/people";
import { runtime } from "./runtime";

/** Says where the station is open to others, by which certificate, and, where nobody owns it yet, how one does. */
async function tellOfSharing(context: Context, isOwned: boolean): Promise<void> {
  const { addresses, fingerprint, isSelfMade } = sharingNow();
  const say = (line: string) => process.stdout.write(`${line}\n`);
  say(`Ypsiloid is shared: ${addresses.join("  ")}`);
  if (isSelfMade)
    say("Browsers warn once of its certificate, which was made here: compare its SHA-256 fingerprint with");
  say(`  ${fingerprint}`);
  if (isOwned) return;
  const token = await context.write(() => inviteOwner(context));
  say("Nobody owns the station yet. Whoever opens this link first does; it works once, for a day:");
  say(`  ${addresses[0]}/join#${token}`);
}

/**
 * Opens the database before the first request. A configuration that cannot work ends the process in one sentence; a
 * database that cannot be opened is told to whoever comes.
 */
export async function startServer(): Promise<void> {
  try {
    const { config, context, store } = await runtime();
    if (config.share) await tellOfSharing(context, hasOwner(store));
  } catch (error) {
    if (error instanceof ConfigProblem) {
      process.stderr.write(`${error.message}\n`);
      process.exit(1);
    }
    const { what, mend } = noteUnopened(error, readConfig(process.env).databaseFile);
    process.stderr.write(`${[what, ...mend].join("\n")}\n`);
  }
}
