import { POOL, selectRows } from "../../data/database";
import { pendingMigrations } from "../../data/migrate";
import type { Answer } from "../http/answer";

/** What whoever runs the processes asks them, on the studio's host. */
export const HEALTH_PATH = "/_health";
export const READY_PATH = "/_ready";

/** Alive: it answers. Nothing else is asked, so that a database that is away restarts nobody. */
export const health = (): Answer => jsonAnswer(200, { alive: true });

/** Ready to be sent requests: the database answers, has all its tables, and the queue is there. Each is said. */
export const readiness = async (): Promise<Answer> => {
  const state = {
    database: await holds(async () => (await selectRows("SELECT 1", {}, POOL)).length === 1),
    migrations: await holds(async () => (await pendingMigrations()).length === 0),
    queue: await holds(
      async () =>
        (
          await selectRows<{ there: boolean }>(
            "SELECT to_regclass('jobs.job') IS NOT NULL AS there",
            {},
            POOL,
          )
        )[0]?.there === true,
    ),
  };
  const isReady = Object.values(state).every(Boolean);
  return jsonAnswer(isReady ? 200 : 503, { ready: isReady, ...state });
};

const holds = (claim: () => Promise<boolean>): Promise<boolean> => claim().catch(() => false);

const jsonAnswer = (status: number, body: object): Answer => ({
  status,
  headers: { "Content-Type": "application/json", "Cache-Control": "no-store" },
  body: JSON.stringify(body),
});
