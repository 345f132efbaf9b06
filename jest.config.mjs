import nextJest from "next/jest.js";

const config = await nextJest({ dir: "./" })({
  testEnvironment: "node",
  // A slow machine is no fault: this only ends what hangs.
  testTimeout: 300_000,
  testMatch: ["<rootDir>/{src,stand-ins,demo}/**/*.test.ts"],
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/src/$1" },
});
export default config;
