/** The layers of docs/architecture.md: app -> ui -> core, app -> server -> core. */
module.exports = {
  forbidden: [
    {
      name: "no-circles",
      severity: "error",
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } },
    },
    {
      name: "core-imports-nothing-above",
      severity: "error",
      from: { path: "^src/core" },
      to: { path: "^(src/(server|ui|app)|stand-ins|demo|bench|e2e)" },
    },
    {
      name: "core-is-pure",
      severity: "error",
      from: { path: "^src/core", pathNot: "\\.test\\.ts$" },
      to: { path: "^node_modules/(react|next|kysely|better-sqlite3)/", dependencyTypes: ["npm"] },
    },
    {
      name: "core-has-no-node",
      severity: "error",
      from: { path: "^src/core", pathNot: "\\.test\\.ts$" },
      to: { dependencyTypes: ["core"] },
    },
    {
      name: "ui-never-imports-server",
      severity: "error",
      from: { path: "^src/ui" },
      to: { path: "^src/(server|app)" },
    },
    {
      name: "server-never-imports-ui",
      severity: "error",
      from: { path: "^src/server" },
      to: { path: "^src/(ui|app)" },
    },
    {
      name: "stand-ins-import-core-only",
      severity: "error",
      from: { path: "^stand-ins" },
      to: { path: "^(src/(server|ui|app)|demo|bench|e2e)" },
    },
    {
      name: "certificates-by-one-door",
      comment: "what reads certificates wants something loaded before it, which core/identity/x509.ts sees to",
      severity: "error",
      from: { pathNot: "^src/core/identity/x509\\.ts$" },
      to: { path: "^node_modules/@peculiar/x509/" },
    },
    {
      name: "nothing-unresolved",
      severity: "error",
      from: {},
      to: { couldNotResolve: true, pathNot: "^topojson-specification$" },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "\\.css$|^\\.next" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "node", "default", "types"],
      extensions: [".ts", ".tsx", ".mjs", ".js", ".json"],
    },
  },
};
