import { sitesOf } from "../../data/content-repository";
import { isDatabaseAway, POOL } from "../../data/database";
import { accountOf } from "./sessions";

/** Where a person begins: the overview of their first site, or the sign-in. Null while nobody can be asked. */
export const homeOf = async (cookies: string | null): Promise<string | null> => {
  try {
    return await findHome(cookies);
  } catch (error) {
    if (!isDatabaseAway(error)) throw error;
    return null;
  }
};

const findHome = async (cookies: string | null): Promise<string> => {
  const account = await accountOf(cookies, new Date());
  if (!account) return "/sign-in";
  const [first] = await sitesOf(account.id, POOL);
  return first ? `/s/${first.id}/overview` : "/sign-in";
};
