import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: "unit",
          include: ["src/{core,messages,workers}/**/*.test.ts"],
          environment: "node",
          testTimeout: 120_000,
          maxWorkers: 2,
          // pure functions leave nothing behind: the files of a process share what is loaded, which takes half the time
          isolate: false,
        },
      },
      {
        test: {
          name: "units of the studio",
          include: ["src/ui/**/*.test.ts"],
          environment: "node",
          testTimeout: 120_000,
          maxWorkers: 2,
        },
      },
      {
        test: {
          name: "server",
          include: ["src/{data,server}/**/*.test.ts"],
          environment: "node",
          // all files share one throw-away cluster; each clones a migrated database
          globalSetup: ["test/template-database.ts"],
          setupFiles: ["test/own-database.ts"],
          hookTimeout: 120_000,
          testTimeout: 120_000,
          maxWorkers: 2,
        },
      },
    ],
  },
});
