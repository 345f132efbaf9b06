// The server process itself: `node scripts/serve.mjs`, with --dev for the development server,
// with --share for other people, who sign in.
import { pathToFileURL } from "node:url";
import { ensureFront, ensureServiceWorker, ROOT } from "./setup.mjs";

if (process.argv.includes("--share")) process.env.YPSILOID_SHARE = "true";
if (!process.argv.includes("--dev")) await ensureServiceWorker();
const { serve } = await import(pathToFileURL(await ensureFront()).href);
await serve(ROOT, { development: process.argv.includes("--dev") });
