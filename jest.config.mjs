import nextJest from "next/jest.js";

const config = nextJest({ dir: "./" })({
  testEnvironment: "node",
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/src/$1" },
});
/** Packages that are ES modules alone. */
const MODULES = [
  "ky",
  "any-ascii",
  "d3-geo",
  "d3-array",
  "internmap",
  "@tanstack/react-table",
  "@tanstack/table-core",
  "@tanstack/react-store",
  "@tanstack/store",
  "asn1js",
  "bytestreamjs",
  "jose",
  "pkijs",
  "pvutils",
  "@noble/hashes",
  "@noble/ciphers",
  "better-auth",
  "@better-auth/[a-z-]+",
  "better-call",
  "@better-fetch/fetch",
  "defu",
  "rou3",
  "nanostores",
  "set-cookie-parser",
  "@peculiar/utils",
];
export default async () => {
  const project = {
    ...(await config()),
    transformIgnorePatterns: [`/node_modules/(?!(${MODULES.join("|")})/)`, "^.+\\.module\\.(css|sass|scss)$"],
  };
  return {
    // A slow machine is no fault: this only ends what hangs.
    testTimeout: 300_000,
    // One for each core: nothing else runs beside the tests.
    maxWorkers: "100%",
    projects: [
      { ...project, testMatch: ["<rootDir>/{src,stand-ins,demo}/**/*.test.ts"] },
      {
        ...project,
        // What draws is tested on a page.
        testMatch: ["<rootDir>/src/ui/**/*.test.tsx"],
        testEnvironment: "<rootDir>/src/ui/testing/browserEnvironment.mjs",
      },
    ],
  };
};
