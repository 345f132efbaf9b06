import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["better-sqlite3", "pino"],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // Types are checked by `npm run lint`, tests and scripts included.
  typescript: { ignoreBuildErrors: true },
  headers: async () => [
    {
      source: "/:path*",
      headers: [
        { key: "x-content-type-options", value: "nosniff" },
        { key: "referrer-policy", value: "no-referrer" },
        { key: "cross-origin-resource-policy", value: "same-origin" },
        { key: "cross-origin-opener-policy", value: "same-origin" },
      ],
    },
  ],
};

export default config;
