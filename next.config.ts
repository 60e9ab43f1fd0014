import type { NextConfig } from "next";

const config: NextConfig = {
  // the pages ask who is signed in; calls are answered by the server around them
  serverExternalPackages: ["sequelize", "pg", "@node-rs/argon2"],
  // HarfBuzz looks for Node's own module only when it runs there
  turbopack: { resolveAlias: { module: { browser: "./src/workers/no-module.ts" } } },
  poweredByHeader: false,
  // types are checked by `npm run types`, once, for everything
  typescript: { ignoreBuildErrors: true },
  experimental: { optimizePackageImports: ["@mui/material"] },
};
export default config;
