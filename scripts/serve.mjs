// The server process itself: `node scripts/serve.mjs`, with --dev for the development server.
import { tsImport } from "tsx/esm/api";
import { ROOT } from "./setup.mjs";

const { serve } = await tsImport("../src/server/front/serve.ts", import.meta.url);
await serve(ROOT, { development: process.argv.includes("--dev") });
