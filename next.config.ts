import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: [
    "sequelize",
    "pg",
    "umzug",
    "sharp",
    "@node-rs/argon2",
    "yauzl",
    "pino",
    "wawoff2",
    "workerpool",
    "busboy",
    "pg-boss",
    "sanitize-html",
    "simple-icons",
    "harfbuzzjs",
  ],
  // HarfBuzz looks for Node's own module only when it runs there
  turbopack: { resolveAlias: { module: { browser: "./src/workers/no-module.ts" } } },
  poweredByHeader: false,
  // types are checked by `npm run types`, once, for everything
  typescript: { ignoreBuildErrors: true },
  experimental: { optimizePackageImports: ["@mui/material"] },
};
export default config;
