// `npm run attack`: what kills, hostile files, lying services and strangers do to the built application. Some minutes.
import { ensureBuilt, ensureInstalled, run } from "./setup.mjs";

ensureInstalled();
ensureBuilt();
process.exit(run("tsx", ["attack/main.ts", ...process.argv.slice(2)]).status ?? 1);
