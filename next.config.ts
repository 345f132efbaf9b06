import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["better-sqlite3", "pino"],
  // For Jest, which does not read packages that are ES modules only.
  transpilePackages: ["ky"],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // Types are checked by `npm run lint`, tests and scripts included.
  typescript: { ignoreBuildErrors: true },
};

export default config;
