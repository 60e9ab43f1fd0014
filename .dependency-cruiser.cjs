/** Allowed imports point one way: app → ui, server; ui → core, workers, messages; server → data, core, messages; data → core/model and core/design; core → core. */
const only = (name, from, allowed, pathNot) => ({
  name,
  severity: "error",
  from: { path: from, ...(pathNot ? { pathNot } : {}) },
  to: { path: "^src/", pathNot: allowed },
});
module.exports = {
  forbidden: [
    {
      name: "no-cycle",
      severity: "error",
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } },
    },
    only("core-imports-core", "^src/core/", "^src/core/", "\\.test\\.ts$"),
    only("messages-import-core", "^src/messages/", "^src/(core|messages)/"),
    only("data-imports-model", "^src/data/", "^src/(data|core/(model|design))/"),
    only("server-imports-down", "^src/server/", "^src/(server|data|core|messages)/", "\\.test\\.ts$"),
    {
      name: "nothing-imports-doors",
      severity: "error",
      from: { path: "^src/server/(?!doors/|main)", pathNot: "\\.test\\.ts$" },
      to: { path: "^src/server/doors/" },
    },
    only("workers-import-core", "^src/workers/", "^src/(workers|core|messages)/"),
    // the API client reads the *types* of the use-cases, nothing that runs
    only("ui-imports-down", "^src/ui/", "^src/(ui|core|workers|messages)/", "^src/ui/client/"),
    only("client-imports-down", "^src/ui/client/", "^src/(ui|core|messages|server/doors/registry)"),
    only("app-imports-down", "^src/app/", "^src/(app|ui|server)/"),
    {
      name: "core-is-pure",
      severity: "error",
      from: { path: "^src/core/", pathNot: "\\.test\\.ts$" },
      to: { dependencyTypes: ["core"] },
    },
    {
      name: "core-needs-no-framework",
      severity: "error",
      from: { path: "^src/core/", pathNot: "\\.test\\.ts$" },
      to: { path: "node_modules/(react|next|sequelize|pg|@mui)/" },
    },
    {
      name: "no-tests-in-code",
      severity: "error",
      from: { pathNot: "\\.test\\.tsx?$|^e2e/|^test/" },
      to: { path: "\\.test\\.tsx?$" },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    parser: "swc",
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default"],
    },
  },
};
