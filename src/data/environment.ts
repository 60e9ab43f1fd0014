import { z } from "zod";

/** The one place that reads the environment. Working defaults for a person's own machine; production must set its own. */
const Environment = z.object({
  PORT: z.coerce.number().int().min(1).max(65535).default(4180),
  PGHOST: z.string().default("127.0.0.1"),
  PGPORT: z.coerce.number().int().min(1).max(65535).default(54180),
  PGDATABASE: z.string().default("gray_latch"),
  PGUSER: z.string().default("app"),
  PGPASSWORD: z.string().default("app"),
  /** Connections of one process, how long one is waited for, and how long a statement may take, in milliseconds. */
  PGPOOL: z.coerce.number().int().min(1).max(200).default(8),
  PGWAIT_MS: z.coerce.number().int().min(100).max(600_000).default(2000),
  PGSTATEMENT_MS: z.coerce.number().int().min(100).max(3_600_000).default(15_000),
  DATA_DIR: z.string().default(".data"),
  LISTEN_HOST: z.string().default("127.0.0.1"),
  LOG_LEVEL: z.enum(["fatal", "error", "warn", "info", "debug", "silent"]).default("warn"),
  /** How many of our own proxies stand in front and each add a hop to X-Forwarded-For. None: the socket's word counts. */
  TRUSTED_PROXIES: z.coerce.number().int().min(0).max(10).default(0),
  /** What one site may keep: files people brought, and bytes of them and of what was made from them, in megabytes. */
  SITE_FILES: z.coerce.number().int().min(1).default(20_000),
  SITE_MEGABYTES: z.coerce.number().int().min(1).default(10_000),
  /** Free space of the disk, in megabytes, below which no file is taken in: the database needs some itself. */
  DISK_RESERVE_MB: z.coerce.number().int().min(0).default(200),
  /** Where the database's files lie, if on this machine: its disk is looked at too. */
  CLUSTER_DIR: z.string().optional(),
  /** What decoding one thing that people bring may take. */
  DECODE_SECONDS: z.coerce.number().min(0.1).max(3600).default(60),
  DECODE_MEGABYTES: z.coerce.number().int().min(100).max(64_000).default(1200),
  /** Host of the studio; sites live below SITES_HOST as `<site>.<host>` and `<site>--preview.<host>`. */
  STUDIO_HOST: z.string().default("localhost"),
  SITES_HOST: z.string().default("localhost"),
  /** `http` on a person's own machine, `https` behind a proxy that speaks it. */
  PUBLIC_SCHEME: z.enum(["http", "https"]).default("http"),
  GRAY_LATCH_PRODUCTION: z.enum(["yes", "no"]).default("no"),
});
export type Environment = z.infer<typeof Environment>;

let read: Environment | undefined;

/**
 * The environment of this process. It is asked for many times with each request: a server that runs reads it once, for
 * it does not change; tests change it.
 */
export const readEnvironment = (source?: Readonly<Record<string, string | undefined>>): Environment => {
  if (source) return checkEnvironment(source);
  if (process.env["NODE_ENV"] !== "production") return checkEnvironment(process.env);
  read ??= checkEnvironment(process.env);
  return read;
};

/** Reads and checks an environment. Throws with every problem named, and what production still needs. */
const checkEnvironment = (source: Readonly<Record<string, string | undefined>>): Environment => {
  const given = Object.fromEntries(Object.entries(source).filter(([, value]) => value !== ""));
  const parsed = Environment.safeParse(given);
  if (!parsed.success) {
    const lines = parsed.error.issues.map((problem) => `${problem.path.join(".")}: ${problem.message}`);
    throw new Error(`environment: ${lines.join("; ")}`);
  }
  const environment = parsed.data;
  if (environment.GRAY_LATCH_PRODUCTION === "yes") {
    if (environment.PGPASSWORD === "app")
      throw new Error("environment: production needs a PGPASSWORD of its own");
    if (registrable(environment.STUDIO_HOST) === registrable(environment.SITES_HOST))
      throw new Error(
        "environment: production needs public sites on another registrable domain than the studio",
      );
  }
  return environment;
};

/** The last two labels: enough to tell two of our own domains apart. */
const registrable = (host: string): string => host.split(".").slice(-2).join(".");
