// The server process itself: `node scripts/serve.mjs`, with --dev for the development server.
import { pathToFileURL } from "node:url";
import { ensureFront, ROOT } from "./setup.mjs";

const { serve } = await import(pathToFileURL(await ensureFront()).href);
await serve(ROOT, { development: process.argv.includes("--dev") });
