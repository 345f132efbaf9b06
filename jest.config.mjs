import nextJest from "next/jest.js";

const config = await nextJest({ dir: "./" })({
  testEnvironment: "node",
  testMatch: ["<rootDir>/{src,stand-ins,demo}/**/*.test.ts"],
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/src/$1" },
});
export default config;
