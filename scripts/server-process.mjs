// Starts the server in a process group of its own and ends the whole group.
import { spawn } from "node:child_process";
import { root } from "./prepare.mjs";

/** Resolves with the process once it says it is ready; rejects with what it printed if it ends first. */
const startProcess = (file, env, args, flags = []) =>
  new Promise((ready, failed) => {
    const child = spawn(process.execPath, [...flags, "--import", "tsx", file, ...args], {
      cwd: root,
      detached: true,
      env: {
        ...env,
        NEXT_TELEMETRY_DISABLED: "1",
        NODE_ENV: args.includes("--dev") ? "development" : "production",
      },
      stdio: ["ignore", "pipe", "pipe"],
    });
    let said = "";
    const listen = (chunk) => {
      said += chunk;
      if (/^ready /m.test(said)) ready(child);
    };
    child.stdout.on("data", listen);
    child.stderr.on("data", (chunk) => {
      said += chunk;
      if (process.env.SERVER_OUTPUT || /^ready /m.test(said)) process.stderr.write(chunk);
    });
    child.on("exit", () => failed(new Error(said.trim() || "the server ended without a word")));
  });

/** The server, and beside it the process that does long work. Resolves once both are ready. `flags` are Node's own. */
export const startServer = async (env, args = [], flags = []) => {
  // each thread that encodes would keep an arena of freed memory of its own
  const jobs = await startProcess("src/server/jobs-main.ts", { ...env, MALLOC_ARENA_MAX: "2" }, []);
  try {
    const server = await startProcess("src/server/main.ts", env, args, flags);
    return Object.assign(server, { jobs });
  } catch (error) {
    await endProcess(jobs);
    throw error;
  }
};

export const endServer = async (server) => {
  await Promise.all([endProcess(server), endProcess(server?.jobs)]);
};

const endProcess = (child) =>
  new Promise((ended) => {
    if (!child || child.exitCode !== null) return ended();
    child.once("exit", () => ended());
    try {
      process.kill(-child.pid, "SIGTERM");
    } catch {
      ended();
    }
    setTimeout(() => {
      try {
        process.kill(-child.pid, "SIGKILL");
      } catch {
        // gone already
      }
    }, 4000).unref();
  });
