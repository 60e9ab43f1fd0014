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
  /** Host of the studio; sites live below SITES_HOST as `<site>.<host>` and `<site>--preview.<host>`. */
  STUDIO_HOST: z.string().default("localhost"),
  SITES_HOST: z.string().default("localhost"),
  /** `http` on a person's own machine, `https` behind a proxy that speaks it. */
  PUBLIC_SCHEME: z.enum(["http", "https"]).default("http"),
  GRAY_LATCH_PRODUCTION: z.enum(["yes", "no"]).default("no"),
});
export type Environment = z.infer<typeof Environment>;

/** Reads and checks the environment. Throws with every problem named, and what production still needs. */
export const readEnvironment = (
  source: Readonly<Record<string, string | undefined>> = process.env,
): Environment => {
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
