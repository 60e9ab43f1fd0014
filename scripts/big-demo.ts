/** The generated site of 100 000 pages and 1 000 parts, loaded for looking at it: `npm run demo -- --big`. */
import { documentsOf } from "../src/core/design/design";
import { isNothing } from "../src/core/design/part";
import { addMembership, findAccountByEmail } from "../src/data/account-repository";
import { saveEntriesInBulk } from "../src/data/content-changes";
import {
  createSite,
  deleteSite,
  findSite,
  saveAuthors,
  saveGroupings,
  saveKinds,
  saveTerms,
} from "../src/data/content-repository";
import { inTransaction, POOL, runStatement } from "../src/data/database";
import { createEdition, loadDraft, saveDesign } from "../src/data/design-repository";
import { DEMO_ACCOUNTS } from "../src/server/import/demo";
import { bigSite } from "./big-site";

export const BIG_SITE = "plates";

/** Loads the site if it is not there, or anew. Its parts look like the observatory's. */
export const loadBigDemo = async (fresh: boolean, pages = 100_000, parts = 1000): Promise<boolean> => {
  if (await findSite(BIG_SITE, POOL)) {
    if (!fresh) return false;
    await deleteSite(BIG_SITE);
  }
  const observatory = await loadDraft("observatory", POOL);
  const patterns = documentsOf(observatory, "part")
    .filter(({ body }) => !isNothing(body))
    // ids are new with each loading, numbers are not: the same site every time
    .sort((a, b) => a.body.number - b.body.number);
  const now = new Date().toISOString();
  const { facts, design } = bigSite({
    pages,
    parts,
    seed: 5,
    now,
    bands: (slot, number) => {
      const fitting = patterns.filter(({ body }) => body.slot === slot);
      // a slot the observatory leaves empty is left empty here too
      return fitting[number % Math.max(1, fitting.length)]?.body.bands ?? [];
    },
  });
  const shared = [...observatory].filter(([, { kind }]) => ["menu", "style", "profile"].includes(kind));
  await inTransaction(async (transaction) => {
    await createSite(BIG_SITE, facts.settings, transaction);
    await saveKinds(BIG_SITE, facts.kinds, transaction);
    await saveGroupings(BIG_SITE, facts.groupings, transaction);
    await saveAuthors(BIG_SITE, facts.authors, transaction);
    await saveTerms(BIG_SITE, facts.terms, transaction);
    await saveEntriesInBulk(
      BIG_SITE,
      facts.entries.map((entry) => ({ ...entry, body: [] })),
      transaction,
    );
    const whole = new Map([...shared, ...design]);
    await saveDesign(BIG_SITE, new Map(), whole, 1, transaction);
    const at = new Date(now);
    await createEdition(
      {
        site: BIG_SITE,
        base: null,
        goesLiveAt: at,
        author: DEMO_ACCOUNTS[0].name,
        note: "The generated plate archive",
        reason: "publish",
        createdAt: at,
      },
      whole,
      transaction,
    );
  });
  // what autovacuum would find out in a minute: how many rows there are of what
  await runStatement("ANALYZE", {}, POOL);
  for (const { email, role } of DEMO_ACCOUNTS) {
    const account = await findAccountByEmail(email, POOL);
    if (account) await addMembership({ site: BIG_SITE, account: account.id, role }, POOL);
  }
  return true;
};
