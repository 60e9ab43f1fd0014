import { addMembership, createAccount, findAccountByEmail } from "../../data/account-repository";
import { deleteSite, findSite } from "../../data/content-repository";
import { POOL } from "../../data/database";
import { createVisitor } from "../../data/visitor-repository";
import { describeIssues } from "../../messages/issues";
import { hashPassword } from "../access/sessions";
import { newIds } from "../process/ids";
import { forgetSite } from "../site/designs";
import { readSiteFolder } from "./site-folder";
import { importSite } from "./site-import";

/** The sample accounts. Invented, for trying the product on one's own machine. */
export const DEMO_PASSWORD = "brass star lamp";
export const DEMO_ACCOUNTS = [
  { email: "keeper@graylatch.example", name: "Ida Brennick", role: "owner" },
  { email: "builder@graylatch.example", name: "Tamsin Orrey", role: "builder" },
  { email: "editor@graylatch.example", name: "Jory Pell", role: "editor" },
  { email: "viewer@graylatch.example", name: "Orrin Vale", role: "viewer" },
] as const;
/** Visitors of the first sample site, with the same password. */
export const DEMO_VISITORS = [
  { email: "member@pellow-ridge.example", name: "Bram Tolliver", level: "members" },
  { email: "guest@pellow-ridge.example", name: "Wenna Karrow", level: "" },
] as const;
export const DEMO_SITES = ["observatory", "tide-mill"] as const;

const accountFor = async ({ email, name }: { readonly email: string; readonly name: string }) => {
  const found = await findAccountByEmail(email, POOL);
  if (found) return found;
  const account = { id: newIds.id(), email, name, passwordHash: await hashPassword(DEMO_PASSWORD) };
  await createAccount(account, POOL);
  return account;
};

/** Loads the sample sites that are not there yet; with `fresh`, all of them anew. Returns the names of those loaded. */
export const loadDemo = async (options: { readonly fresh: boolean }): Promise<readonly string[]> => {
  const accounts = await Promise.all(
    DEMO_ACCOUNTS.map(async (each) => ({ ...each, account: await accountFor(each) })),
  );
  const owner = accounts[0]?.account;
  if (!owner) throw new Error("demo: expected an owner, got none");
  const loaded: string[] = [];
  for (const site of DEMO_SITES) {
    if (await findSite(site, POOL)) {
      if (!options.fresh) continue;
      await deleteSite(site);
      forgetSite(site);
    }
    const folder = await readSiteFolder(`demo/${site}`, newIds.id);
    const made = folder.ok ? await importSite(site, folder.value, owner) : folder;
    if (!made.ok) throw new Error(`demo: ${site} cannot be loaded. ${describeIssues(made.issues)}`);
    for (const { account, role } of accounts) await addMembership({ site, account: account.id, role }, POOL);
    loaded.push(site);
    if (site !== DEMO_SITES[0]) continue;
    for (const visitor of DEMO_VISITORS) {
      const passwordHash = await hashPassword(DEMO_PASSWORD);
      await createVisitor(site, { ...visitor, id: newIds.id(), passwordHash, createdAt: new Date() }, POOL);
    }
  }
  return loaded;
};
