import { isDatabaseAway } from "../../data/database";
import { pendingMigrations } from "../../data/migrate";

/**
 * Ends the process, with a sentence, where the database lacks tables: it would say to be ready and answer nothing. One
 * that is away just now may come back, and is waited for while others are told so.
 */
export const stopUnlessMigrated = async (): Promise<void> => {
  const missing = await pendingMigrations().catch((error: unknown) => {
    if (isDatabaseAway(error)) return [];
    throw error;
  });
  if (missing.length === 0) return;
  process.stderr.write(
    `Gray Latch cannot start: the database lacks ${missing.join(", ")}. Bring it up to date with: npx tsx scripts/database.ts --no-demo\n`,
  );
  process.exit(1);
};
